import type { Take } from '$lib/core/schema';
import * as store from '$lib/store';

/** Keeps a take's picture as one that takes may begin from; null where it has none. */
export async function keepAsStart(take: Take, brief: string): Promise<string | null> {
	const stored = await store.pictureOf(take.id);
	if (!stored) return null;
	return store.keepStart({
		name: `${brief}, take ${take.number}`,
		picture: stored.picture,
		thumbnail: stored.thumbnail,
		addedAt: Date.now(),
		seed: take.settings.seed,
		of: { take: take.id, number: take.number, briefId: take.briefId }
	});
}
