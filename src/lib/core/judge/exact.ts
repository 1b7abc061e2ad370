import { addRow } from './cholesky';
import { flattened, precisionOf, slopesAt } from './climb';
import type { Problem } from './problem';

/** Draws at one point of the scales: a row a number, a column a draw. */
export interface Rows {
	/** Coefficients, then own numbers. */
	x: readonly Float64Array[];
	/** By node. */
	z: readonly Float64Array[];
	/** By feature. */
	features: readonly Float64Array[];
}

/** Log posterior of every draw, up to the constant that `Climber` leaves out, too. */
export function logPosterior(
	p: Problem,
	scales: Float64Array,
	{ x, z, features }: Rows
): Float64Array {
	const { own, blocks, coefficients, weak, takeScale } = p;
	const count = x[0].length;
	const log = new Float64Array(count);
	const prior = (row: Float64Array, mean: number, precision: number) => {
		for (let d = 0; d < count; d++) log[d] -= 0.5 * precision * (row[d] - mean) ** 2;
	};
	for (const { scale, coefficient, rank } of blocks)
		for (let k = coefficient; k < coefficient + rank; k++)
			prior(x[k], 0, precisionOf(scales[scale]));
	weak.forEach((one, i) => one && prior(x[coefficients + i], one.mean, one.deviation ** -2));
	z.forEach((row, node) => prior(row, 0, precisionOf(scales[p.nodeScale[node]])));

	const none = new Float64Array(count);
	const rowAt = (at: number | undefined) => (at === undefined || at < 0 ? none : x[at]);
	const tie = own.tie < 0 ? none : x[own.tie].map(Math.exp);
	const cuts = own.cut < 0 ? [] : [x[own.cut]];
	for (let j = 1; own.cut >= 0 && j < p.levels - 1; j++) {
		const gap = x[own.gaps + j - 1];
		cuts.push(cuts[j - 1].map((cut, d) => cut + Math.exp(gap[d])));
	}
	const { factor, judges } = slopesAt(p, scales);
	const variance = takeScale < 0 ? 0 : Math.exp(2 * scales[takeScale]);
	const flat = [1, flattened(variance), flattened(2 * variance)];
	const top = p.levels - 1;
	const q = new Float64Array(count);
	// Chances are multiplied, and their logarithm taken every few answers: logarithms are what takes long.
	const product = new Float64Array(count).fill(1);
	for (let a = 0; a < p.answers; a++) {
		const [n, said, judge, isPair] = [p.count[a], p.level[a], p.judge[a], p.pair[a] === 1];
		const k = flat[p.free[a]];
		const m = k * judges[judge] * (isPair ? factor : 1);
		q.fill(0);
		for (let i = p.start[a]; i < p.start[a + 1]; i++)
			addRow(q, m * p.value[i], features[p.index[i]]);
		for (let i = p.nodeStart[a]; i < p.nodeStart[a + 1]; i++)
			addRow(q, m * p.nodeValue[i], z[p.nodeIndex[i]]);
		let low: Float64Array = none;
		let high: Float64Array = none;
		// Cuts of a pair lie at the tie on both sides.
		let [lowSign, highSign] = [k, k];
		if (isPair) {
			addRow(q, k, rowAt(own.lean));
			addRow(q, k, rowAt(own.judgeLean[judge]));
			low = high = tie;
			if (said < 2) lowSign = -k;
			if (said === 0) highSign = -k;
		} else {
			addRow(q, -k, rowAt(own.strict[judge]));
			if (said > 0) low = cuts[said - 1];
			if (said < top) high = cuts[said];
		}
		const highest = said === (isPair ? 2 : top);
		for (let d = 0; d < count; d++) {
			const chance = highest
				? 1 / (1 + Math.exp(Math.min(FAR, lowSign * low[d] - q[d])))
				: said === 0
					? 1 / (1 + Math.exp(Math.min(FAR, q[d] - highSign * high[d])))
					: between(lowSign * low[d] - q[d], highSign * high[d] - q[d]);
			product[d] *= n === 1 ? chance : chance ** n;
		}
		if (n > 1 || a % TOGETHER === TOGETHER - 1 || a === p.answers - 1)
			for (let d = 0; d < count; d++) {
				log[d] += Math.log(Math.max(product[d], Number.MIN_VALUE));
				product[d] = 1;
			}
	}
	return log;
}

/** Chances that are multiplied before their logarithm is taken, and the exponent at which each is cut off. */
const TOGETHER = 8;
const FAR = 80;

/** logistic(high) - logistic(low) for low < high. */
const between = (low: number, high: number): number =>
	Math.max(
		1e-35,
		-Math.expm1(low - high) /
			((1 + Math.exp(Math.min(FAR, -high))) * (1 + Math.exp(Math.min(FAR, low))))
	);
