import { flattened, logistic, type Fit } from '$lib/core/judge';

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

/** What a score comes to for those who judge, draw by draw. */
export function drawn({ draws, layout }: Fit) {
	const { count, scales, answers } = draws;
	const at = (kind: 'seed' | 'take') => layout.scales.indexOf(kind);
	const variance = (place: number, d: number) =>
		place < 0 ? 0 : scales[d * layout.scales.length + place] ** 2;
	const [seed, take] = [at('seed'), at('take')];
	return {
		/**
		 * Chance that a take is preferred to an average one on the same seed, if either is preferred.
		 *
		 * @param wanted how many draws, and every which one. @default all
		 */
		preferred: (score: (i: number) => number, wanted = count, every = 1): Float64Array => {
			const out = new Float64Array(wanted);
			for (let i = 0; i < wanted; i++) {
				const d = i * every;
				const slope = answers[d * 5 + 3];
				out[i] = logistic(slope * score(i) * flattened(2 * slope * slope * variance(take, d)));
			}
			return out;
		},
		/** Chance of the mark keep on a fresh seed: its effect and the take's own are averaged over. */
		keeps: (score: (draw: number) => number): Float64Array =>
			Float64Array.from({ length: count }, (_, d) =>
				logistic((score(d) - answers[d * 5 + 1]) * flattened(variance(seed, d) + variance(take, d)))
			)
	};
}
