import type { MarkKind } from '$lib/core/schema';

/** What marks count when takes are put in order by them. */
export const markScore: Record<MarkKind, number> = { keep: 1, maybe: 0.5, drop: 0 };

/** What the marks of some takes come to, in words: how many are kept of those that are judged. */
export function keptSays(marks: readonly MarkKind[]): string {
	const kept = marks.filter((mark) => mark === 'keep').length;
	return marks.length ? `kept ${kept} of ${marks.length}` : 'not judged';
}
