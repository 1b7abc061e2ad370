import { ranks } from './ranks';

/** Rank correlation, -1 to 1, equal values sharing ranks (Spearman 1904). NaN where one does not vary. */
export function spearman(a: readonly number[], b: readonly number[]): number {
	const [p, q] = [ranks(a), ranks(b)];
	const mean = (p.length + 1) / 2;
	let [cross, pp, qq] = [0, 0, 0];
	for (let i = 0; i < p.length; i++) {
		cross += (p[i] - mean) * (q[i] - mean);
		pp += (p[i] - mean) ** 2;
		qq += (q[i] - mean) ** 2;
	}
	return cross / Math.sqrt(pp * qq);
}
