import type { Take } from '$lib/core/schema';
import * as store from '$lib/store';
import { many, undo } from '$lib/ui/shared';

/** A tag as it is kept: its spaces single, no longer than there is room for. */
export const tidyTag = (typed: string): string =>
	typed.trim().replace(/\s+/g, ' ').slice(0, 40).trim();

/** Gives takes a tag; takes it away where all of them have it. */
export async function tagTakes(
	takes: readonly Pick<Take, 'id' | 'briefId'>[],
	tag: string
): Promise<void> {
	const known = await store.remarksById(takes.map(({ id }) => id));
	const tagged = new Set(known.flatMap(({ takeId, tags }) => (tags?.includes(tag) ? takeId : [])));
	const has = !takes.every(({ id }) => tagged.has(id));
	const edits = takes.map(({ id: takeId, briefId }) => ({ takeId, briefId, change: { tag, has } }));
	const back = await store.editRemarks(edits, Date.now());
	const count = many(edits.length, 'take');
	undo.push({
		says: `the tag of ${count}`,
		...(edits.length > 1
			? { told: `${has ? 'Tagged' : 'Untagged'} ${count}: \u201c${tag}\u201d.` }
			: {}),
		back: () => store.editRemarks(back, Date.now()),
		again: () => store.editRemarks(edits, Date.now())
	});
}
