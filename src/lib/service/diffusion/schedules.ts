/** A falling sequence of noise levels: `steps` values and a final 0. */
export type Schedule = Float64Array;

export interface NoiseRange {
	/** Smallest noise level before 0. @default 0.002 */
	sigmaMin?: number;
	/** Noise level of the first step. @default 80 */
	sigmaMax?: number;
}

/** Levels from a function of the way along, 0 to 1, with a final 0. One step stands at the top. */
function levels(steps: number, at: (along: number) => number): Schedule {
	const sigmas = new Float64Array(steps + 1);
	for (let i = 0; i < steps; i++) sigmas[i] = at(steps === 1 ? 0 : i / (steps - 1));
	return sigmas;
}

/**
 * The Karras schedule: levels evenly spaced in sigma^(1/rho).
 * Source: Karras, Aittala, Aila and Laine 2022, eq. 5.
 *
 * @param steps number of steps, 1 or more
 * @param rho how much the small levels are favoured
 * @returns `steps + 1` levels, the last one 0
 */
export function karrasSchedule(steps: number, range: NoiseRange = {}, rho = 7): Schedule {
	const { sigmaMin = 0.002, sigmaMax = 80 } = range;
	const high = sigmaMax ** (1 / rho);
	const low = sigmaMin ** (1 / rho);
	return levels(steps, (along) => (high + along * (low - high)) ** rho);
}

/** Levels evenly spaced in log sigma: the limit of the Karras schedule for a large rho. */
export function exponentialSchedule(steps: number, range: NoiseRange = {}): Schedule {
	const { sigmaMin = 0.002, sigmaMax = 80 } = range;
	return levels(steps, (along) => sigmaMax * (sigmaMin / sigmaMax) ** along);
}

/** How many levels the discrete schedules were trained with. */
const TRAINED_STEPS = 1000;

/**
 * Cumulative alphas of linear betas from 1e-4 to 0.02 over 1000 steps.
 * Source: Ho, Jain and Abbeel 2020, section 4.
 */
export function linearAlphas(): Float64Array {
	const alphas = new Float64Array(TRAINED_STEPS);
	let product = 1;
	for (let t = 0; t < TRAINED_STEPS; t++) {
		product *= 1 - (1e-4 + ((0.02 - 1e-4) * t) / (TRAINED_STEPS - 1));
		alphas[t] = product;
	}
	return alphas;
}

/**
 * Cumulative alphas of the cosine schedule over 1000 steps, with betas of 0.999 at most.
 * Source: Nichol and Dhariwal 2021, eq. 17, with s = 0.008.
 */
export function cosineAlphas(): Float64Array {
	const f = (t: number) => Math.cos((((t / TRAINED_STEPS + 0.008) / 1.008) * Math.PI) / 2) ** 2;
	const alphas = new Float64Array(TRAINED_STEPS);
	let product = 1;
	for (let t = 0; t < TRAINED_STEPS; t++) {
		product *= 1 - Math.min(0.999, 1 - f(t + 1) / f(t));
		alphas[t] = product;
	}
	return alphas;
}

/**
 * A schedule from cumulative alphas, sigma = sqrt((1 - a) / a): steps evenly spaced in time, from
 * the last trained level within the range down to the first.
 */
function discreteSchedule(alphas: () => Float64Array) {
	let sigmas: Float64Array | undefined;
	return (steps: number, { sigmaMin = 0.002, sigmaMax = 80 }: NoiseRange = {}): Schedule => {
		const table = (sigmas ??= alphas().map((a) => Math.sqrt((1 - a) / a)));
		const top = table.findLastIndex((sigma) => sigma <= sigmaMax);
		const bottom = Math.max(
			0,
			table.findIndex((sigma) => sigma >= sigmaMin)
		);
		return levels(steps, (along) => {
			const t = top + along * (bottom - top);
			const [low, high] = [Math.floor(t), Math.ceil(t)];
			return table[low] + (t - low) * (table[high] - table[low]);
		});
	};
}

/** Levels of linear betas (Ho et al. 2020). */
const linearSchedule = discreteSchedule(linearAlphas);

/** Levels of the cosine schedule (Nichol and Dhariwal 2021). */
const cosineSchedule = discreteSchedule(cosineAlphas);

/** The schedules by the names that cards and takes use. A new one is one more line. */
export const schedules: Record<string, (steps: number, range?: NoiseRange) => Schedule> = {
	karras: karrasSchedule,
	exponential: exponentialSchedule,
	linear: linearSchedule,
	cosine: cosineSchedule
};
