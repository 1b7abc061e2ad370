import { flattened, precisionOf, slopesAt } from './climb';
import type { Problem } from './problem';
import { addRow, addSquares } from './rows';

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
	for (const { scale, coefficient, rank } of blocks)
		for (let k = coefficient; k < coefficient + rank; k++)
			addSquares(log, -0.5 * precisionOf(scales[scale]), x[k]);
	weak.forEach((one, i) => {
		if (one) addSquares(log, -0.5 * one.deviation ** -2, x[coefficients + i], one.mean);
	});
	z.forEach((row, node) => addSquares(log, -0.5 * precisionOf(scales[p.nodeScale[node]]), row));

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
		if (isPair) {
			addRow(q, k, rowAt(own.lean));
			addRow(q, k, rowAt(own.judgeLean[judge]));
			if (said === 2) timesBeyond(product, 1, k, tie, q, n);
			else if (said === 0) timesBeyond(product, -1, -k, tie, q, n);
			else timesBetween(product, [-k, k], [tie, tie], q, n);
		} else {
			addRow(q, -k, rowAt(own.strict[judge]));
			if (said === top) timesBeyond(product, 1, k, cuts[top - 1], q, n);
			else if (said === 0) timesBeyond(product, -1, k, cuts[0], q, n);
			else timesBetween(product, [k, k], [cuts[said - 1], cuts[said]], q, n);
		}
		if (n > 1 || a % TOGETHER === TOGETHER - 1 || a === p.answers - 1) addLogs(log, product);
	}
	return log;
}

/** Chances that are multiplied before their logarithm is taken, and the exponent at which each is cut off. */
const TOGETHER = 8;
const FAR = 80;

/** Adds the logarithms of a row, and sets it to 1. */
function addLogs(log: Float64Array, product: Float64Array): void {
	for (let d = 0; d < log.length; d++) {
		log[d] += Math.log(Math.max(product[d], Number.MIN_VALUE));
		product[d] = 1;
	}
}

const logistic = (at: number): number => 1 / (1 + Math.exp(Math.min(FAR, -at)));

/**
 * Multiplies by the chance that a logistic round `q` lies on one side of `sign` times a cut, `n` times over.
 *
 * @param side 1 for above, -1 for below
 */
function timesBeyond(
	product: Float64Array,
	side: 1 | -1,
	sign: number,
	cut: Float64Array,
	q: Float64Array,
	n: number
): void {
	for (let d = 0; d < q.length; d++)
		product[d] *= power(logistic(side * (q[d] - sign * cut[d])), n);
}

/** The same, between two cuts. */
function timesBetween(
	product: Float64Array,
	[lowSign, highSign]: readonly [number, number],
	[low, high]: readonly [Float64Array, Float64Array],
	q: Float64Array,
	n: number
): void {
	for (let d = 0; d < q.length; d++) {
		const [from, to] = [lowSign * low[d] - q[d], highSign * high[d] - q[d]];
		const chance = -Math.expm1(from - to) * logistic(to) * logistic(-from);
		product[d] *= power(Math.max(1e-35, chance), n);
	}
}

const power = (chance: number, n: number): number => (n === 1 ? chance : chance ** n);
