import { precisionOf } from './climb';
import { flattened, slopesAt } from './likelihood';
import type { Problem } from './problem';
import { addRow, addSquares, setRow } from './rows';

/** Draws at one point of the scales: a row a number, a column a draw. */
export interface Rows {
	/** Coefficients, then own numbers. */
	x: readonly Float64Array[];
	/** By node. */
	z: readonly Float64Array[];
	/** By feature. */
	features: readonly Float64Array[];
}

/** For every answer, the first one about the same features: their sums are the same. */
export function alikeIn({ answers, start, index, value }: Problem): Int32Array {
	const first = new Map<string, number>();
	return Int32Array.from({ length: answers }, (_, a) => {
		const [from, to] = [start[a], start[a + 1]];
		const about = `${index.subarray(from, to).join()} ${value.subarray(from, to).join()}`;
		if (!first.has(about)) first.set(about, a);
		return first.get(about)!;
	});
}

/** Log posterior of every draw, up to the constant that `Climber` leaves out, too. */
export function logPosterior(
	p: Problem,
	scales: Float64Array,
	{ x, z, features }: Rows,
	alike: Int32Array
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
	const widths = new Map<string, Float64Array>();
	/** e to the power of minus the distance between two cuts, flattened by `k`. */
	const widthOf = (id: string, k: number, [low, high]: readonly [Float64Array, Float64Array]) => {
		const key = `${id} ${k}`;
		const known = widths.get(key) ?? low.map((from, d) => Math.exp(k * (from - high[d])));
		widths.set(key, known);
		return known;
	};
	const minusTie = tie.map((one) => -one);
	const sums = new Map<number, Float64Array>();
	const sumOf = (a: number): Float64Array => {
		const known = sums.get(alike[a]);
		if (known) return known;
		const sum = new Float64Array(count);
		for (let i = p.start[a]; i < p.start[a + 1]; i++) addRow(sum, p.value[i], features[p.index[i]]);
		sums.set(alike[a], sum);
		return sum;
	};
	const q = new Float64Array(count);
	// Chances are multiplied, and their logarithm taken every few answers: logarithms are what takes long.
	const product = new Float64Array(count).fill(1);
	for (let a = 0; a < p.answers; a++) {
		const [n, said, judge, isPair] = [p.count[a], p.level[a], p.judge[a], p.pair[a] === 1];
		const k = flat[p.free[a]];
		const m = k * judges[judge] * (isPair ? factor : 1);
		setRow(q, m, sumOf(a));
		for (let i = p.nodeStart[a]; i < p.nodeStart[a + 1]; i++)
			addRow(q, m * p.nodeValue[i], z[p.nodeIndex[i]]);
		if (isPair) {
			addRow(q, k, rowAt(own.lean));
			addRow(q, k, rowAt(own.judgeLean[judge]));
			if (said === 2) timesBeyond(product, 1, k, tie, q, n);
			else if (said === 0) timesBeyond(product, -1, k, minusTie, q, n);
			else timesBetween(product, k, tie, widthOf('tie', k, [minusTie, tie]), q, n);
		} else {
			addRow(q, -k, rowAt(own.strict[judge]));
			addRow(q, -k * p.when[a], rowAt(own.drift[judge]));
			if (said === top) timesBeyond(product, 1, k, cuts[top - 1], q, n);
			else if (said === 0) timesBeyond(product, -1, k, cuts[0], q, n);
			else {
				const [low, high] = [cuts[said - 1], cuts[said]];
				timesBetween(product, k, high, widthOf(`${said}`, k, [low, high]), q, n);
			}
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

const expOf = (at: number): number => Math.exp(Math.max(-FAR, Math.min(FAR, at)));

/**
 * Multiplies by the chance that a logistic round `q` lies on one side of `k` times a cut, `n` times over.
 *
 * @param side 1 for above, -1 for below
 */
function timesBeyond(
	product: Float64Array,
	side: 1 | -1,
	k: number,
	cut: Float64Array,
	q: Float64Array,
	n: number
): void {
	for (let d = 0; d < q.length; d++)
		product[d] *= power(1 / (1 + expOf(side * (k * cut[d] - q[d]))), n);
}

/**
 * The same, between two cuts. With E = exp(q - high) and W = exp(low - high) the chance is
 * 1 / (1 + E) - 1 / (1 + E / W) = E (1 - W) / ((1 + E) (E + W)): one power of e in place of two.
 *
 * @param width W, which is the same for many answers
 */
function timesBetween(
	product: Float64Array,
	k: number,
	high: Float64Array,
	width: Float64Array,
	q: Float64Array,
	n: number
): void {
	for (let d = 0; d < q.length; d++) {
		const [e, w] = [expOf(q[d] - k * high[d]), width[d]];
		const chance = (e * (1 - w)) / ((1 + e) * (e + w));
		product[d] *= power(Math.max(1e-35, chance), n);
	}
}

const power = (chance: number, n: number): number => (n === 1 ? chance : chance ** n);
