import type { Remark, Take } from '$lib/core/schema';
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
	const known = new Map(
		(await store.remarksById(takes.map(({ id }) => id))).map((one) => [one.takeId, one])
	);
	const tagsOf = (id: string) => known.get(id)?.tags ?? [];
	const all = takes.every(({ id }) => tagsOf(id).includes(tag));
	const next = takes.map(({ id: takeId, briefId }): Remark => {
		const others = tagsOf(takeId).filter((one) => one !== tag);
		const old = known.get(takeId) ?? { takeId, briefId, faults: [], note: '' };
		return { ...old, tags: all ? others : [...others, tag], at: Date.now() };
	});
	const before = await store.remarkTakes(next);
	undo.push({
		says: `the tag of ${many(next.length, 'take')}`,
		back: () => store.remarkTakes(before),
		again: () => store.remarkTakes(next)
	});
}
