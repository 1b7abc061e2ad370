import type { DifferenceKind } from '$lib/core/measure';

/** What a difference comes to, with what its scale shows, in a sentence. */
export function measureSays(kind: DifferenceKind, mean: number, full: number): string {
	return kind === 'colour'
		? `Mean CIEDE2000 ${mean.toFixed(1)}: black is no difference, white ${full} or more. About 1 is just seen.`
		: `Mean SSIM ${(1 - mean).toFixed(3)}: black is the same structure, white none of it.`;
}
