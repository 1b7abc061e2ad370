import { effectsAt, type Fit, type Setting } from '$lib/core/judge';

/**
 * What is known of the scores of settings. A score is a sum of a few effects, so settings go together as
 * far as their effects do.
 */
export interface Beliefs {
	/** By setting: its mean score. */
	mean: Float64Array;
	/** By setting: the effects that its score is the sum of. */
	effects: number[][];
	/** Covariances of the effects, effects x effects, row by row. */
	covariance: Float64Array;
}

/** Returns what a fit says of settings: means and covariances over its draws. */
export function beliefsOf(fit: Fit, settings: readonly Pick<Setting, 'stops'>[]): Beliefs {
	const { count, effects: drawn } = fit.draws;
	const size = fit.layout.effects;
	const off = new Float64Array(size * count);
	const means = new Float64Array(size);
	for (let e = 0; e < size; e++) {
		let sum = 0;
		for (let d = 0; d < count; d++) sum += drawn[e * count + d];
		means[e] = sum / count;
		for (let d = 0; d < count; d++) off[e * count + d] = drawn[e * count + d] - means[e];
	}
	const covariance = new Float64Array(size * size);
	for (let a = 0; a < size; a++)
		for (let b = a; b < size; b++) {
			let sum = 0;
			for (let d = 0; d < count; d++) sum += off[a * count + d] * off[b * count + d];
			covariance[a * size + b] = covariance[b * size + a] = sum / count;
		}
	const effects = settings.map(({ stops }) => effectsAt(fit, stops));
	const mean = Float64Array.from(effects, (some) => some.reduce((sum, e) => sum + means[e], 0));
	return { mean, effects, covariance };
}

/** How each effect goes together with the score of a setting. */
function withSetting({ effects, covariance }: Beliefs, setting: number): Float64Array {
	const size = Math.sqrt(covariance.length);
	const row = new Float64Array(size);
	for (const e of effects[setting])
		for (let i = 0; i < size; i++) row[i] += covariance[e * size + i];
	return row;
}

/** The sum of some entries of a row. */
const sumOf = (row: Float64Array, at: readonly number[]): number =>
	at.reduce((sum, e) => sum + row[e], 0);

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
	beliefs: Beliefs,
	setting: number,
	noise: number,
	among: readonly number[]
): number {
	const { mean, effects } = beliefs;
	const row = withSetting(beliefs, setting);
	const spread = Math.sqrt(sumOf(row, effects[setting]) + noise);
	const rises = Float64Array.from(among, (i) => sumOf(row, effects[i]) / spread);
	const means = Float64Array.from(among, (i) => mean[i]);
	let sum = 0;
	for (const z of OUTCOMES) {
		let top = -Infinity;
		for (let i = 0; i < means.length; i++) top = Math.max(top, means[i] + rises[i] * z);
		sum += top;
	}
	return sum / OUTCOMES.length - means.reduce((a, b) => Math.max(a, b), -Infinity);
}

/** Takes one more take of a setting into account: it narrows what is known, and leaves means as they are. */
export function afterTake(beliefs: Beliefs, setting: number, noise: number): Beliefs {
	const row = withSetting(beliefs, setting);
	const all = sumOf(row, beliefs.effects[setting]) + noise;
	const size = row.length;
	const covariance = beliefs.covariance.slice();
	for (let i = 0; i < size; i++)
		for (let j = 0; j < size; j++) covariance[i * size + j] -= (row[i] * row[j]) / all;
	return { ...beliefs, covariance };
}
