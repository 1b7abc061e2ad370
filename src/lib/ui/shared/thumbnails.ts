import { picturesOf } from '$lib/store';

/** Addresses that are kept, so that what scrolls back into sight is there at once. */
const MOST = 600;

/** Addresses that are made in one go. */
const AT_ONCE = 8;

/** By take; the one asked for last stands last. */
const known = new Map<string, string>();
/** Takes that were asked for since the last reading, which reads them in one go. */
let asked = new Map<string, ((url: string | null) => void)[]>();

/** The address of a take's thumbnail if it was shown before. */
export function knownThumbnail(takeId: string): string | null {
	const url = known.get(takeId);
	if (url === undefined) return null;
	known.delete(takeId);
	known.set(takeId, url);
	return url;
}

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
		if (url) known.set(id, url);
		now.get(id)!.forEach((tell) => tell(url));
	}
	for (const [id, url] of known) {
		if (known.size <= MOST) break;
		known.delete(id);
		URL.revokeObjectURL(url);
	}
}
