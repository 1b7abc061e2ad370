import type { Schedule } from './schedules';

/** Estimates the clean latent from a noisy one. Writes into `out`; must not change `x`. */
export type Denoise = (x: Float32Array, sigma: number, out: Float32Array) => void;

/** Called after every step with the latest clean estimate. Return false to stop early. */
export type OnStep = (step: number, estimate: Float32Array) => boolean | void;

/** Follows the probability-flow equation from `schedule[0]` to 0, changing `x` in place. */
export type Sampler = (
	x: Float32Array,
	schedule: Schedule,
	denoise: Denoise,
	onStep?: OnStep
) => void;

/**
 * Euler steps of dx/dsigma = (x - D(x; sigma)) / sigma.
 * Source: Karras et al. 2022, algorithm 1 without its second-order correction.
 */
export const euler: Sampler = (x, schedule, denoise, onStep) => {
	const estimate = new Float32Array(x.length);
	for (let i = 0; i + 1 < schedule.length; i++) {
		denoise(x, schedule[i], estimate);
		const keep = schedule[i + 1] / schedule[i];
		for (let j = 0; j < x.length; j++) x[j] = estimate[j] + keep * (x[j] - estimate[j]);
		if (onStep?.(i + 1, estimate) === false) return;
	}
};

/**
 * DPM-Solver++(2M): a second-order multistep method in the logarithm of the noise level.
 * Source: Lu, Zhou, Bao, Chen, Li and Zhu 2022, "DPM-Solver++", algorithm 2, for alpha = 1.
 */
export const dpmSolverPP2M: Sampler = (x, schedule, denoise, onStep) => {
	let estimate = new Float32Array(x.length);
	let previous = new Float32Array(x.length);
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
	euler,
	'dpm-solver++(2m)': dpmSolverPP2M
};
