import type { Schedule } from './schedules';

/**
 * Estimates the clean latent from a noisy one. Writes into `out`; must not change `x`. In double
 * precision: where two scenes are equally likely, rounding grows from step to step.
 */
export type Denoise = (x: Float64Array, sigma: number, out: Float64Array) => void;

interface SamplerOptions {
	/** Called after every step with the latest clean estimate. Return false to stop early. */
	onStep?: (step: number, estimate: Float64Array) => boolean | void;
	/** Fresh standard normal deviates for a step, as many as `x` has; ancestral samplers ask for it. */
	noise?: (step: number) => ArrayLike<number>;
}

/** Follows the probability-flow equation from `schedule[0]` to 0, changing `x` in place. */
export type Sampler = (
	x: Float64Array,
	schedule: Schedule,
	denoise: Denoise,
	options?: SamplerOptions
) => void;

/** x <- D + keep (x - D): one Euler step, since dx/dsigma = (x - D) / sigma. */
function stepTowards(x: Float64Array, estimate: Float64Array, keep: number): void {
	for (let j = 0; j < x.length; j++) x[j] = estimate[j] + keep * (x[j] - estimate[j]);
}

/**
 * Euler steps of dx/dsigma = (x - D(x; sigma)) / sigma.
 * Source: Karras et al. 2022, algorithm 1 without its second-order correction.
 */
export const euler: Sampler = (x, schedule, denoise, { onStep } = {}) => {
	const estimate = new Float64Array(x.length);
	for (let i = 0; i + 1 < schedule.length; i++) {
		denoise(x, schedule[i], estimate);
		stepTowards(x, estimate, schedule[i + 1] / schedule[i]);
		if (onStep?.(i + 1, estimate) === false) return;
	}
};

/**
 * Heun's method: an Euler step, then the same step again with the mean of both ends' slopes.
 * Two evaluations a step but for the last. Source: Karras et al. 2022, algorithm 1.
 */
export const heun: Sampler = (x, schedule, denoise, { onStep } = {}) => {
	const estimate = new Float64Array(x.length);
	const second = new Float64Array(x.length);
	const ahead = new Float64Array(x.length);
	for (let i = 0; i + 1 < schedule.length; i++) {
		const [sigma, next] = [schedule[i], schedule[i + 1]];
		denoise(x, sigma, estimate);
		if (next === 0) stepTowards(x, estimate, 0);
		else {
			ahead.set(x);
			stepTowards(ahead, estimate, next / sigma);
			denoise(ahead, next, second);
			const half = (next - sigma) / 2;
			for (let j = 0; j < x.length; j++) {
				x[j] += half * ((x[j] - estimate[j]) / sigma + (ahead[j] - second[j]) / next);
			}
		}
		if (onStep?.(i + 1, estimate) === false) return;
	}
};

/**
 * Deterministic DDIM, in the variance-preserving coordinates that it was written for: with
 * a = 1 / (1 + sigma^2), the noise that the estimate implies is kept and mixed in again at the next
 * level. Source: Song, Meng and Ermon 2021, eq. 12 with eta = 0. In exact arithmetic it is Euler's
 * step in sigma.
 */
export const ddim: Sampler = (x, schedule, denoise, { onStep } = {}) => {
	const estimate = new Float64Array(x.length);
	for (let i = 0; i + 1 < schedule.length; i++) {
		const [a, next] = [1 / (1 + schedule[i] ** 2), 1 / (1 + schedule[i + 1] ** 2)];
		denoise(x, schedule[i], estimate);
		const [root, nextRoot] = [Math.sqrt(a), Math.sqrt(next)];
		const [rest, nextRest] = [Math.sqrt(1 - a), Math.sqrt(1 - next)];
		for (let j = 0; j < x.length; j++) {
			const noise = (root * x[j] - root * estimate[j]) / rest;
			x[j] = (nextRoot * estimate[j] + nextRest * noise) / nextRoot;
		}
		if (onStep?.(i + 1, estimate) === false) return;
	}
};

/**
 * Ancestral Euler: every step goes further down than the next level and noise is added back, as
 * much as the posterior of the forward process has. Source: Ho, Jain and Abbeel 2020, eq. 6 and 7,
 * in the coordinates of Karras et al. 2022.
 */
export const eulerAncestral: Sampler = (x, schedule, denoise, { onStep, noise } = {}) => {
	const estimate = new Float64Array(x.length);
	for (let i = 0; i + 1 < schedule.length; i++) {
		const [sigma, next] = [schedule[i], schedule[i + 1]];
		denoise(x, sigma, estimate);
		const up = Math.min(next, Math.sqrt((next ** 2 * (sigma ** 2 - next ** 2)) / sigma ** 2));
		const down = Math.sqrt(next ** 2 - up ** 2);
		stepTowards(x, estimate, down / sigma);
		if (up > 0) {
			const fresh = noise?.(i + 1);
			if (!fresh) throw new Error('Ancestral sampling needs a source of noise.');
			for (let j = 0; j < x.length; j++) x[j] += up * fresh[j];
		}
		if (onStep?.(i + 1, estimate) === false) return;
	}
};

/**
 * DPM-Solver++(2M): a second-order multistep method in the logarithm of the noise level.
 * Source: Lu, Zhou, Bao, Chen, Li and Zhu 2022, "DPM-Solver++", algorithm 2, for alpha = 1.
 */
export const dpmSolverPP2M: Sampler = (x, schedule, denoise, { onStep } = {}) => {
	let estimate = new Float64Array(x.length);
	let previous = new Float64Array(x.length);
	let lastH = 0;
	for (let i = 0; i + 1 < schedule.length; i++) {
		denoise(x, schedule[i], estimate);
		const keep = schedule[i + 1] / schedule[i];
		const h = keep > 0 ? -Math.log(keep) : Infinity;
		// The first and the last step have no usable neighbour: they are of first order.
		const ahead = i === 0 || keep === 0 ? 0 : h / (2 * lastH);
		for (let j = 0; j < x.length; j++) {
			const target = estimate[j] + ahead * (estimate[j] - previous[j]);
			x[j] = target + keep * (x[j] - target);
		}
		lastH = h;
		if (onStep?.(i + 1, estimate) === false) return;
		[estimate, previous] = [previous, estimate];
	}
};

/** The samplers by the names that cards and takes use. A new one is one more line. */
export const samplers: Record<string, Sampler> = {
	'dpm-solver++(2m)': dpmSolverPP2M,
	euler,
	heun,
	ddim,
	'euler-ancestral': eulerAncestral
};
