import type { MarkKind } from '$lib/core/schema';
import * as store from '$lib/store';
import { many, markedSays, undo } from '$lib/ui/shared';

/** Stars takes, or takes their stars off where all have one. */
export async function star(ids: readonly string[]): Promise<void> {
	const takes = await store.takesById(ids);
	const at = takes.every(({ starred }) => starred) ? null : Date.now();
	const next = new Map(ids.map((id) => [id, at]));
	const before = await store.starTakes(next);
	undo.push({
		says: `the star of ${many(ids.length, 'take')}`,
		...(ids.length > 1
			? { told: `${at ? 'Starred' : 'Took the star off'} ${many(ids.length, 'take')}.` }
			: {}),
		back: () => store.starTakes(before),
		again: () => store.starTakes(next)
	});
}

/**
 * Marks takes that are made, and leaves others alone.
 *
 * @param to null to take the marks off
 */
export async function mark(ids: readonly string[], to: MarkKind | null): Promise<void> {
	const takes = (await store.takesById(ids)).filter(({ state }) => state === 'done');
	if (!takes.length) return;
	const before = await store.markTakes(takes, to, Date.now());
	undo.push({
		says: `the mark of ${many(takes.length, 'take')}`,
		...(takes.length > 1 ? { told: markedSays(takes.length, to) } : {}),
		back: () => store.restoreMarks(before),
		again: () => store.markTakes(takes, to, Date.now())
	});
}

/** Where takes stand side by side: on the sheet of the brief of the first one. Null where there are none. */
export async function sideBySide(ids: readonly string[]): Promise<string | null> {
	const takes = await store.takesById(ids.slice(-4));
	return takes.length
		? `/brief/${takes[0].briefId}/sheet?open=${takes.map(({ id }) => id).join('.')}`
		: null;
}
