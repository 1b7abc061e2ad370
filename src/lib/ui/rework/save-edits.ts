import type { Edits } from '$lib/core/edits';
import { EDIT } from '$lib/core/rework';
import type { Take } from '$lib/core/schema';
import * as store from '$lib/store';
import { planOf } from '$lib/ui/shared';
import { makeEdited } from '$lib/workers';

/**
 * Keeps a picture with changes: a take of its own for each list of them, which came from the original.
 * The original stays as it is.
 *
 * @param elsewhere whether the original was made elsewhere: what comes of it was, too
 */
export async function saveEdits(
	original: Take,
	lists: readonly Edits[],
	elsewhere: boolean
): Promise<void> {
	const stored = await store.pictureOf(original.id);
	if (!stored) throw new Error('Its picture is not here any more.');
	const plan = { ...planOf(original.briefId, [original]), elsewhere, stopped: true };
	const rows: Parameters<typeof store.addMade>[1][number][] = [];
	const now = Date.now();
	const made = await makeEdited(stored.picture, lists);
	for (const [i, edits] of lists.entries()) {
		const { picture, thumbnail } = made[i];
		const { settings, words, levels, pixels, columns } = original;
		rows.push({
			take: {
				id: crypto.randomUUID(),
				briefId: original.briefId,
				planId: plan.id,
				number: i + 1,
				settings,
				...(words ? { words } : {}),
				...(levels ? { levels } : {}),
				...(pixels ? { pixels } : {}),
				...(columns ? { columns } : {}),
				line: [{ take: original.id, number: original.number, as: EDIT }],
				edits,
				state: 'done',
				credits: 0,
				createdAt: now,
				madeAt: now
			},
			picture: { picture, thumbnail },
			note: ''
		});
	}
	await store.addMade(plan, rows);
}
