import { chanceEffects } from '$lib/core/judge';
import type { Known } from './known';

/** Mean score of every take: of its setting, and of its seed and itself as far as they are known. */
export function takeScores({ fit, settings, standing }: Known): number[] {
	const scores = chanceEffects(fit);
	settings.forEach(({ takes }, s) => takes.forEach((i) => (scores[i] += standing.mean[s])));
	return scores;
}
