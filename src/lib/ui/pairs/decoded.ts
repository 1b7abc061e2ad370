import { LRUCache } from 'lru-cache';
import * as store from '$lib/store';

/** A picture that is ready to be shown: decoded, under an address that says nothing of it. */
export interface Decoded {
	url: string;
	width: number;
	height: number;
}

/** Pictures that are held: those in sight, the next ones, and a few to go back to. */
const held = new LRUCache<string, Promise<Decoded | null>>({
	max: 16,
	dispose: (picture) => void picture.then((one) => one && URL.revokeObjectURL(one.url))
});

/** The kept picture of a take, decoded before it is wanted; null where it is missing. */
export function decoded(takeId: string): Promise<Decoded | null> {
	const known = held.get(takeId);
	if (known) return known;
	const made = read(takeId);
	held.set(takeId, made);
	return made;
}

async function read(takeId: string): Promise<Decoded | null> {
	const stored = await store.pictureOf(takeId);
	if (!stored) return null;
	const image = new Image();
	image.src = URL.createObjectURL(stored.picture);
	await image.decode().catch(() => undefined);
	return image.naturalWidth
		? { url: image.src, width: image.naturalWidth, height: image.naturalHeight }
		: null;
}

/** Lets all of them go, as when the view is left. */
export const letGo = (): void => held.clear();
