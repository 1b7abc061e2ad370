import { logistic, type Fit } from '$lib/core/judge';

/** A figure from draws: its mean and the points below which 5% and 95% of them lie. */
export interface Figure {
	mean: number;
	low: number;
	high: number;
}

export function figureOf(values: Float64Array): Figure {
	const sorted = values.slice().sort();
	const at = (share: number) =>
		sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
	return {
		mean: values.reduce((a, b) => a + b, 0) / values.length,
		low: at(0.05),
		high: at(0.95)
	};
}

/** Share of draws in which something holds. */
export function shareOf(count: number, holds: (draw: number) => boolean): number {
	let sum = 0;
	for (let d = 0; d < count; d++) if (holds(d)) sum++;
	return sum / count;
}

/** What worth comes to for those who judge, draw by draw. */
export function drawn({ draws, layout }: Fit) {
	const luckAt = layout.scales.indexOf('luck');
	const { count } = draws;
	return {
		/** Chance of being preferred to an even take of the same chance, where one of both is preferred. */
		preferred: (worth: (draw: number) => number): Float64Array =>
			Float64Array.from({ length: count }, (_, d) => logistic(draws.answers[d * 5 + 3] * worth(d))),
		/**
		 * Chance of the mark keep on a fresh chance. Luck is averaged over: a logistic of a normal is
		 * nearly a logistic of its mean, narrowed (MacKay 1992, eq. 10).
		 */
		keeps: (worth: (draw: number) => number): Float64Array =>
			Float64Array.from({ length: count }, (_, d) => {
				const luck = luckAt < 0 ? 0 : draws.scales[d * layout.scales.length + luckAt];
				const narrow = 1 / Math.sqrt(1 + (Math.PI * luck * luck) / 8);
				return logistic((worth(d) - draws.answers[d * 5 + 1]) * narrow);
			})
	};
}
