/** Ranks from 1, equal values sharing the mean of theirs. */
export function ranks(values: readonly number[]): number[] {
	const order = values.map((_, i) => i).sort((a, b) => values[a] - values[b]);
	const out = new Array<number>(values.length);
	for (let from = 0; from < order.length;) {
		let to = from;
		while (to + 1 < order.length && values[order[to + 1]] === values[order[from]]) to++;
		for (let i = from; i <= to; i++) out[order[i]] = (from + to) / 2 + 1;
		from = to + 1;
	}
	return out;
}

/** What equal values take from the spread of ranks: sum of t^3 - t over groups of equal ones. */
function ties(values: readonly number[]): number {
	const counts = new Map<number, number>();
	for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
	return [...counts.values()].reduce((sum, t) => sum + t ** 3 - t, 0);
}

/**
 * Kendall's coefficient of concordance of several judges over the same things, 0 no agreement to 1,
 * corrected for equal values (Kendall and Babington Smith 1939).
 * @param scores judges x things; higher is better
 */
export function kendallW(scores: readonly (readonly number[])[]): number {
	const [m, n] = [scores.length, scores[0]?.length ?? 0];
	const all = scores.map(ranks);
	const sums = Array.from({ length: n }, (_, i) => all.reduce((sum, row) => sum + row[i], 0));
	const mean = (m * (n + 1)) / 2;
	const squares = sums.reduce((sum, one) => sum + (one - mean) ** 2, 0);
	const tied = scores.reduce((sum, row) => sum + ties(row), 0);
	const most = m * m * (n ** 3 - n) - m * tied;
	return most > 0 ? (12 * squares) / most : NaN;
}

/**
 * Friedman's test that things of blocks differ, corrected for equal values (Friedman 1937; Hollander
 * and Wolfe, section 7.1): its chi-squared and degrees of freedom.
 * @param blocks blocks x things
 */
export function friedman(blocks: readonly (readonly number[])[]): {
	chiSquared: number;
	freedom: number;
} {
	const [b, k] = [blocks.length, blocks[0]?.length ?? 0];
	return { chiSquared: b * (k - 1) * kendallW(blocks), freedom: k - 1 };
}
