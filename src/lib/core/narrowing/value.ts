import { effectsAt, type Fit, type Setting } from '$lib/core/judge';

/** What is known of the scores of settings: their means, and how they go together. */
export interface Beliefs {
	mean: Float64Array;
	/** Covariances, settings x settings, row by row. */
	covariance: Float64Array;
}

/**
 * Returns means and covariances of the scores of settings. Scores are sums of a few effects, so their
 * covariances are sums over those of the effects, which are taken from a fit's draws.
 */
export function beliefsOf(fit: Fit, settings: readonly Pick<Setting, 'stops'>[]): Beliefs {
	const { draws, layout } = fit;
	const { count, effects } = draws;
	const size = layout.effects;
	const off = new Float64Array(size * count);
	const means = new Float64Array(size);
	for (let e = 0; e < size; e++) {
		let sum = 0;
		for (let d = 0; d < count; d++) sum += effects[e * count + d];
		means[e] = sum / count;
		for (let d = 0; d < count; d++) off[e * count + d] = effects[e * count + d] - means[e];
	}
	const between = new Float64Array(size * size);
	for (let a = 0; a < size; a++)
		for (let b = a; b < size; b++) {
			let sum = 0;
			for (let d = 0; d < count; d++) sum += off[a * count + d] * off[b * count + d];
			between[a * size + b] = between[b * size + a] = sum / count;
		}
	const at = settings.map(({ stops }) => effectsAt(fit, stops));
	const n = settings.length;
	const mean = Float64Array.from(at, (some) => some.reduce((sum, e) => sum + means[e], 0));
	const covariance = new Float64Array(n * n);
	const row = new Float64Array(size);
	for (let i = 0; i < n; i++) {
		row.fill(0);
		for (const e of at[i]) for (let b = 0; b < size; b++) row[b] += between[e * size + b];
		for (let j = 0; j < n; j++) {
			let sum = 0;
			for (const e of at[j]) sum += row[e];
			covariance[i * n + j] = sum;
		}
	}
	return { mean, covariance };
}

/** Standard normal quantiles at the middles of equal shares: what an observation may come to. */
const OUTCOMES = [-1.89, -1.22, -0.86, -0.57, -0.32, -0.1, 0.1, 0.32, 0.57, 0.86, 1.22, 1.89];

/**
 * Returns by how much the best mean rises, on average, once one more take of a setting is judged: the
 * knowledge gradient for beliefs that go together (Frazier, Powell and Dayanik 2009, section 3).
 *
 * @param noise variance of what judging one take says of its setting
 * @param among the settings that may be named best
 */
export function gainOf(
	{ mean, covariance }: Beliefs,
	setting: number,
	noise: number,
	among: readonly number[]
): number {
	const n = mean.length;
	const spread = Math.sqrt(covariance[setting * n + setting] + noise);
	let [sum, today] = [0, -Infinity];
	for (const i of among) if (mean[i] > today) today = mean[i];
	for (const z of OUTCOMES) {
		let top = -Infinity;
		const by = z / spread;
		for (const i of among) {
			const value = mean[i] + covariance[setting * n + i] * by;
			if (value > top) top = value;
		}
		sum += top;
	}
	return sum / OUTCOMES.length - today;
}

/** Takes one more take of a setting into account: it narrows what is known, and leaves means as they are. */
export function afterTake({ mean, covariance }: Beliefs, setting: number, noise: number): Beliefs {
	const n = mean.length;
	const next = covariance.slice();
	const all = covariance[setting * n + setting] + noise;
	for (let i = 0; i < n; i++) {
		const by = covariance[i * n + setting] / all;
		if (by) for (let j = 0; j < n; j++) next[i * n + j] -= by * covariance[setting * n + j];
	}
	return { mean, covariance: next };
}
