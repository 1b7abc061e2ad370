import { moreLike } from '$lib/core/rework';
import { orderOf } from '$lib/core/plan';
import type { Take } from '$lib/core/schema';
import { listed, many } from '$lib/core/wording';
import * as store from '$lib/store';
import { addOrder, door, freshSeeds, planOf, session, undo } from '$lib/ui/shared';

/**
 * Asks to make the others of a batch again near the chosen ones, as a run that can be taken back. Says
 * why not where a model cannot.
 *
 * @returns a sentence where nothing can be done
 */
export async function makeMoreLike(
	chosen: readonly Take[],
	takes: readonly Take[]
): Promise<string | null> {
	const done = chosen.filter(({ state }) => state === 'done');
	if (!done.length) return 'More like this takes a picture that is made: choose one first.';
	for (const { settings } of done) {
		const card = session.card(settings.model);
		if (!card)
			return `${settings.model} is not offered here any more: add its service again under Models.`;
		if (!card.features.includes('variation'))
			return `${card.name} cannot vary a picture. Start from it instead, under Rework.`;
	}
	const { briefId } = done[0];
	const made = moreLike(
		done,
		takes.filter((take) => take.briefId === briefId),
		freshSeeds
	);
	const plan = planOf(briefId, made);
	const numbers = done.slice(0, 4).map(({ number }) => String(number));
	const what = `More like take ${listed(numbers)}`;
	await door.pass({
		briefId,
		what: `${what}: ${many(made.length, 'take')} near it`,
		takes: made.length,
		credits: orderOf(made, session.cards).credits,
		seconds: null,
		go: async (within) => {
			await addOrder(plan, made, made.length, within);
			let gone: store.DeletedTakes | null = null;
			undo.push({
				says: what.toLowerCase(),
				back: async () => {
					const ids = (await store.takesOfPlan(plan.id)).map(({ id }) => id);
					gone = await store.deleteTakes(ids);
				},
				again: async () => {
					if (gone) await store.restoreTakes(gone);
				},
				heavy: true
			});
		}
	});
	return null;
}
