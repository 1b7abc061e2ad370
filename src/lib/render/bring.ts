import { picturesIn, withPictures, type TakeSettings } from '$lib/core/contract';
import * as store from '$lib/store';
import type { JobClient } from './client';

/**
 * Sends ahead what takes bring along: pictures that are kept here, and adapters that were taught here,
 * which a service may have forgotten. The same pictures make the same adapter.
 *
 * @returns the settings of a take under the ids by which the service knows all of it
 */
export async function bringAlong(
	client: Pick<JobClient, 'send' | 'teach'>,
	takes: readonly TakeSettings[]
): Promise<(settings: TakeSettings) => TakeSettings> {
	const sent = new Map<string, string>();
	const send = async (id: string) => {
		if (sent.has(id)) return;
		const kept = await store.start(id);
		if (kept) sent.set(id, (await client.send(kept.picture)).image);
	};
	const taught = new Map<string, string>();
	for (const settings of takes) {
		for (const id of picturesIn(settings)) await send(id);
		for (const { id } of settings.adapters ?? []) {
			const one = taught.has(id) ? undefined : await store.taughtAdapter(id);
			if (!one) continue;
			for (const picture of one.pictures) await send(picture);
			const images = one.pictures.flatMap((picture) => sent.get(picture) ?? []);
			taught.set(id, (await client.teach({ name: one.name, images })).adapter);
		}
	}
	return (settings) => ({
		...withPictures(settings, (id) => sent.get(id) ?? id),
		...(settings.adapters && {
			adapters: settings.adapters.map((one) => ({ ...one, id: taught.get(one.id) ?? one.id }))
		})
	});
}
