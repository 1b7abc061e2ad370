import { picturesIn, withPictures, type TakeSettings } from '$lib/core/contract';
import { FileProblem } from '$lib/core/problem';
import { neededFor, neededSize, TAUGHT_SIDE, type Needed } from '$lib/core/frame';
import * as store from '$lib/store';
import { shrinkPicture } from '$lib/workers';
import type { JobClient } from './client';

/** Draws a picture as large as it is needed; null for one that is not too large. */
export type Shrink = (picture: Blob, needed: Needed) => Promise<Blob | null>;

/** A picture as it is sent: no larger than it is needed, and without what lies behind its end. */
export async function asSent(
	picture: Blob,
	needed: Needed | undefined,
	shrink: Shrink = shrinkPicture
): Promise<Blob> {
	// The first page makes do without what reads pictures.
	const { pictureEnd } = await import('$lib/core/picture');
	const bytes = new Uint8Array(await picture.arrayBuffer());
	const tooLarge = needed && (await isTooLarge(bytes, needed));
	const smaller = tooLarge ? await shrink(picture, needed) : null;
	return smaller ?? picture.slice(0, pictureEnd(bytes), picture.type);
}

/** Whether a picture has more pixels than are needed, upright or on its side. */
async function isTooLarge(bytes: Uint8Array, needed: Needed): Promise<boolean> {
	const { pictureHead } = await import('$lib/core/picture');
	try {
		const { width, height } = pictureHead(bytes);
		return !!(
			neededSize({ width, height }, needed) ?? neededSize({ width: height, height: width }, needed)
		);
	} catch (cause) {
		// What can't be read here is for the service to refuse.
		if (cause instanceof FileProblem) return false;
		throw cause;
	}
}

/** How large a picture is needed that an adapter is taught from, or that is put into words. */
export const toBeSeen: Needed = { longest: TAUGHT_SIDE };

/**
 * Sends ahead what takes bring along: pictures that are kept here, and adapters that were taught here,
 * which a service may have forgotten. The same pictures make the same adapter.
 *
 * @returns the settings of a take under the ids by which the service knows all of it
 */
export async function bringAlong(
	client: Pick<JobClient, 'send' | 'teach'>,
	takes: readonly TakeSettings[],
	shrink?: Shrink
): Promise<(settings: TakeSettings) => TakeSettings> {
	const sent = new Map<string, string>();
	/** A picture is sent once for every size that it is needed at. */
	const nameOf = (id: string, needed: Needed | undefined) => JSON.stringify([id, needed]);
	const send = async (id: string, needed: Needed | undefined) => {
		const name = nameOf(id, needed);
		if (sent.has(name)) return;
		const kept = await store.start(id);
		if (!kept) return;
		const picture = await asSent(kept.picture, needed, shrink);
		sent.set(name, (await client.send(picture)).image);
	};
	const taught = new Map<string, string>();
	for (const settings of takes) {
		const needed = neededFor(settings);
		for (const id of picturesIn(settings)) await send(id, needed.get(id));
		for (const { id } of settings.adapters ?? []) {
			const one = taught.has(id) ? undefined : await store.taughtAdapter(id);
			if (!one) continue;
			for (const picture of one.pictures) await send(picture, toBeSeen);
			const images = one.pictures.flatMap((picture) => sent.get(nameOf(picture, toBeSeen)) ?? []);
			taught.set(id, (await client.teach({ name: one.name, images })).adapter);
		}
	}
	return (settings) => {
		const needed = neededFor(settings);
		return {
			...withPictures(settings, (id) => sent.get(nameOf(id, needed.get(id))) ?? id),
			...(settings.adapters && {
				adapters: settings.adapters.map((one) => ({ ...one, id: taught.get(one.id) ?? one.id }))
			})
		};
	};
}
