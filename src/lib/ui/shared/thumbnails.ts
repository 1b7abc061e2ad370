import { LRUCache } from 'lru-cache';
import { picturesOf } from '$lib/store';

/** Addresses that are kept, so that what scrolls back into sight is there at once. */
const MOST = 600;

/** Addresses that are made in one go. */
const AT_ONCE = 8;

/** By take; what was not shown for longest is let go. */
const known = new LRUCache<string, string>({
	max: MOST,
	dispose: (url) => URL.revokeObjectURL(url)
});
/** Takes that were asked for since the last reading, which reads them in one go. */
let asked = new Map<string, ((url: string | null) => void)[]>();

/** The address of a take's thumbnail if it was shown before. */
export const knownThumbnail = (takeId: string): string | null => known.get(takeId) ?? null;

/** The address of a take's thumbnail; null when the take has no picture. */
export function thumbnail(takeId: string): Promise<string | null> {
	return new Promise((resolve) => {
		if (!asked.size) setTimeout(() => void readAsked());
		const waiting = asked.get(takeId);
		if (waiting) waiting.push(resolve);
		else asked.set(takeId, [resolve]);
	});
}

async function readAsked(): Promise<void> {
	const now = asked;
	asked = new Map();
	const ids = [...now.keys()];
	const found = await picturesOf(ids).catch(() => []);
	for (const [i, id] of ids.entries()) {
		// Making an address takes about a millisecond: not all in one task.
		if (i % AT_ONCE === AT_ONCE - 1) await new Promise((resolve) => setTimeout(resolve));
		const url = knownThumbnail(id) ?? (found[i] ? URL.createObjectURL(found[i].thumbnail) : null);
		if (url && !known.has(id)) known.set(id, url);
		now.get(id)!.forEach((tell) => tell(url));
	}
}
