import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import type { EvidenceDial } from './evidence';

/** How far along its range, as a share of it, a number dial's curve remembers where it was. */
const REACH = 0.45;
/** The share of a number dial's effects that is of each stop by itself: curves may have corners. */
const ROUGH = 0.04;
/** With more stops than this, as of a scatter, a curve is smooth: corners could not be told from luck. */
const MOST_ROUGH = 8;
const roughness = ({ stops }: EvidenceDial): number => (stops.length > MOST_ROUGH ? 0 : ROUGH);

/** Places on a number dial's scale as shares of the range of its stops, 0 to 1. */
function placesOf({ stops, logarithmic }: EvidenceDial): (at: number) => number {
	const scale = (at: number) => (logarithmic ? Math.log(Math.max(at, 1e-6)) : at);
	const all = stops.map(({ at }) => scale(at ?? 0));
	const [least, most] = [Math.min(...all), Math.max(...all)];
	const range = most - least || 1;
	return (at) => (scale(at) - least) / range;
}

/** Squared-exponential kernel (Rasmussen and Williams 2006, eq. 2.31). */
const near = (a: number, b: number): number => Math.exp(-((a - b) ** 2) / (2 * REACH ** 2));

/** Prior covariance of the effects of a dial's stops for a scale of 1, before they are centred. */
function covariance(dial: EvidenceDial): Matrix {
	const n = dial.stops.length;
	if (dial.kind === 'choice') return Matrix.eye(n);
	const place = placesOf(dial);
	const at = dial.stops.map((stop) => place(stop.at ?? 0));
	const rough = roughness(dial);
	const all = Matrix.zeros(n, n);
	for (let i = 0; i < n; i++)
		for (let j = 0; j < n; j++)
			all.set(i, j, (1 - rough) * near(at[i], at[j]) + (i === j ? rough : 0));
	return all;
}

/** A linear map from independent deviates of one variance to effects that sum to zero. */
export interface Basis {
	/** `stops` x `rank`, row by row. */
	values: Float64Array;
	stops: number;
	rank: number;
}

/** The basis of a dial: the square root of its centred covariance. */
export function basisOf(dial: EvidenceDial): Basis {
	const n = dial.stops.length;
	const all = covariance(dial);
	const means = Array.from({ length: n }, (_, i) => all.getRow(i).reduce((a, b) => a + b, 0) / n);
	const mean = means.reduce((a, b) => a + b, 0) / n;
	const centred = Matrix.zeros(n, n);
	for (let i = 0; i < n; i++)
		for (let j = 0; j < n; j++) centred.set(i, j, all.get(i, j) - means[i] - means[j] + mean);
	const { realEigenvalues, eigenvectorMatrix } = new EigenvalueDecomposition(centred, {
		assumeSymmetric: true
	});
	const largest = Math.max(...realEigenvalues);
	const kept = realEigenvalues
		.map((value, column) => ({ value, column }))
		.filter(({ value }) => value > largest * 1e-4)
		.sort((a, b) => b.value - a.value);
	const values = new Float64Array(n * kept.length);
	kept.forEach(({ value, column }, k) => {
		for (let i = 0; i < n; i++)
			values[i * kept.length + k] = Math.sqrt(value) * eigenvectorMatrix.get(i, column);
	});
	return { values, stops: n, rank: kept.length };
}

/** The basis of two dials together: what differs from the sum of both, by every pair of their stops. */
export function basisTogether(a: Basis, b: Basis): Basis {
	const [stops, rank] = [a.stops * b.stops, a.rank * b.rank];
	const values = new Float64Array(stops * rank);
	for (let i = 0; i < a.stops; i++)
		for (let j = 0; j < b.stops; j++)
			for (let p = 0; p < a.rank; p++)
				for (let q = 0; q < b.rank; q++)
					values[(i * b.stops + j) * rank + p * b.rank + q] =
						a.values[i * a.rank + p] * b.values[j * b.rank + q];
	return { values, stops, rank };
}

/** How a number dial's curve follows from the effects of its stops. */
export interface Curve {
	/** Where it is known, on the dial's own scale. */
	at: number[];
	/** `at.length` x stops: score at each place, given the effects of the stops. */
	weights: Matrix;
	/** `at.length` x `at.length`: square root of what the stops leave open, for a scale of 1. */
	open: Matrix;
}

/**
 * The curve between the stops of a number dial, as deviation from the mean of its stops: the Gaussian
 * process given their effects (Rasmussen and Williams 2006, eqs 2.23 and 2.24, with a pseudo-inverse,
 * since effects sum to zero).
 * @param count of places, evenly along the scale
 */
export function curveOf(dial: EvidenceDial, count: number): Curve {
	const place = placesOf(dial);
	const stops = dial.stops.map((stop) => stop.at ?? 0);
	const [least, most] = [Math.min(...stops), Math.max(...stops)];
	const between = (share: number) =>
		dial.logarithmic
			? least * (most / Math.max(least, 1e-6)) ** share
			: least + (most - least) * share;
	const at = Array.from({ length: count }, (_, i) => between(i / (count - 1)));
	const [x, s] = [at.map(place), stops.map(place)];
	const n = s.length;
	const smooth = (a: number, b: number) => (1 - roughness(dial)) * near(a, b);
	const own = covariance(dial);
	const colMean = s.map((_, j) => own.getColumn(j).reduce((a, b) => a + b, 0) / n);
	const mean = colMean.reduce((a, b) => a + b, 0) / n;
	const withMean = x.map((a) => s.reduce((sum, b) => sum + smooth(a, b), 0) / n);
	const cross = Matrix.zeros(count, n);
	for (let i = 0; i < count; i++)
		for (let j = 0; j < n; j++)
			cross.set(i, j, smooth(x[i], s[j]) - withMean[i] - colMean[j] + mean);
	const basis = basisOf(dial);
	const root = Matrix.from1DArray(n, basis.rank, basis.values);
	// The pseudo-inverse of root root' for columns of root that are orthogonal.
	const lengths = Array.from({ length: basis.rank }, (_, k) =>
		root.getColumn(k).reduce((sum, v) => sum + v * v, 0)
	);
	const half = Matrix.zeros(n, basis.rank);
	for (let i = 0; i < n; i++)
		for (let k = 0; k < basis.rank; k++) half.set(i, k, root.get(i, k) / lengths[k]);
	const inverse = half.mmul(half.transpose());
	const weights = cross.mmul(inverse);
	const left = Matrix.zeros(count, count);
	const explained = weights.mmul(cross.transpose());
	for (let i = 0; i < count; i++)
		for (let j = 0; j < count; j++)
			left.set(i, j, smooth(x[i], x[j]) - withMean[i] - withMean[j] + mean - explained.get(i, j));
	const { realEigenvalues, eigenvectorMatrix } = new EigenvalueDecomposition(left, {
		assumeSymmetric: true
	});
	const open = Matrix.zeros(count, count);
	for (let k = 0; k < count; k++)
		for (let i = 0; i < count; i++)
			open.set(i, k, Math.sqrt(Math.max(0, realEigenvalues[k])) * eigenvectorMatrix.get(i, k));
	return { at, weights, open };
}
