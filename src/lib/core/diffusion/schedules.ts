/** A falling sequence of noise levels: `steps` values and a final 0. */
export type Schedule = Float64Array;

export interface NoiseRange {
	/** Smallest noise level before 0. @default 0.002 */
	sigmaMin?: number;
	/** Noise level of the first step. @default 80 */
	sigmaMax?: number;
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
	const sigmas = new Float64Array(steps + 1);
	const high = sigmaMax ** (1 / rho);
	const low = sigmaMin ** (1 / rho);
	for (let i = 0; i < steps; i++) {
		const along = steps === 1 ? 0 : i / (steps - 1);
		sigmas[i] = (high + along * (low - high)) ** rho;
	}
	return sigmas;
}

/** The schedules by the names that cards and takes use. A new one is one more line. */
export const schedules: Record<string, (steps: number, range?: NoiseRange) => Schedule> = {
	karras: karrasSchedule
};
