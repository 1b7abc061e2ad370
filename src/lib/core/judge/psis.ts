/** Smoothed importance weights, and how far they can be trusted. */
export interface Smoothed {
	/** In the order of what was given; they sum to 1. */
	weights: Float64Array;
	/** Shape of the tail: up to 0.7 sums of weighed draws are reliable. -Infinity for too few draws. */
	k: number;
}

/** Above this shape of the tail, weighed draws are rough. */
export const ROUGH = 0.7;

/**
 * Fits a generalised Pareto distribution to values above 0 (Zhang and Stephens 2009, with the weakly
 * informative prior of Vehtari et al. 2024, from memory).
 *
 * @param sorted ascending
 */
export function paretoOf(sorted: Float64Array): { k: number; sigma: number } {
	const n = sorted.length;
	const PRIOR = 3;
	const points = 30 + Math.floor(Math.sqrt(n));
	const quarter = sorted[Math.floor(n / 4 + 0.5) - 1];
	const largest = sorted[n - 1];
	const shapeAt = (theta: number): number => {
		let sum = 0;
		for (const value of sorted) sum += Math.log1p(-theta * value);
		return sum / n;
	};
	const thetas = Array.from(
		{ length: points },
		(_, j) => 1 / largest + (1 - Math.sqrt(points / (j + 0.5))) / (PRIOR * quarter)
	);
	const logs = thetas.map((theta) => {
		const k = shapeAt(theta);
		return n * (Math.log(-theta / k) - k - 1);
	});
	let [sum, theta] = [0, 0];
	logs.forEach((log, j) => {
		const weight = 1 / logs.reduce((all, other) => all + Math.exp(other - log), 0);
		sum += weight;
		theta += weight * thetas[j];
	});
	theta /= sum;
	const k = shapeAt(theta);
	// Drawn towards 0.5 as by ten values more.
	return { k: (k * n + 0.5 * 10) / (n + 10), sigma: -k / theta };
}

/**
 * Pareto-smoothed importance sampling (Vehtari, Simpson, Gelman, Yao and Gabry 2024): the largest
 * weights are replaced by the expected order statistics of a generalised Pareto distribution.
 *
 * @param logs logarithms of the weights, up to a constant
 */
export function smoothed(logs: Float64Array): Smoothed {
	const n = logs.length;
	const highest = logs.reduce((a, b) => Math.max(a, b), -Infinity);
	const weights = logs.map((log) => Math.exp(log - highest));
	const tail = Math.ceil(Math.min(0.2 * n, 3 * Math.sqrt(n)));
	let k = -Infinity;
	if (tail >= 5) {
		const order = Array.from(weights, (_, i) => i).sort((a, b) => weights[a] - weights[b]);
		const cut = Math.max(weights[order[n - tail - 1]], 1e-300);
		const largest = order.slice(n - tail);
		const beyond = Float64Array.from(largest, (i) => weights[i] - cut);
		if (beyond[0] <= 0) for (let i = 0; i < tail; i++) beyond[i] = Math.max(beyond[i], 1e-300);
		if (beyond[tail - 1] > 1e-12) {
			const fitted = paretoOf(beyond);
			k = fitted.k;
			if (Number.isFinite(k))
				largest.forEach((at, i) => {
					const p = (i + 0.5) / tail;
					const above =
						Math.abs(k) < 1e-9
							? -fitted.sigma * Math.log1p(-p)
							: (fitted.sigma * Math.expm1(-k * Math.log1p(-p))) / k;
					weights[at] = Math.min(1, cut + above);
				});
		}
	}
	const sum = weights.reduce((a, b) => a + b, 0);
	for (let i = 0; i < n; i++) weights[i] /= sum;
	return { weights, k };
}

/**
 * As many equal draws as there are weighed ones: systematic resampling (Kitagawa 1996), without chance.
 *
 * @returns the index of every draw
 */
export function resampled(weights: Float64Array): Int32Array {
	const n = weights.length;
	const out = new Int32Array(n);
	let [sum, at] = [weights[0], 0];
	for (let i = 0; i < n; i++) {
		while (sum < (i + 0.5) / n && at < n - 1) sum += weights[++at];
		out[i] = at;
	}
	return out;
}
