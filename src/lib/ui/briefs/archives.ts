import { pictureKind, withFreshIds } from '$lib/core/formats';
import * as store from '$lib/store';
import { makeThumbnail, packBrief, unpackBrief } from '$lib/workers';

/** The archives that ship with the application: one just begun, and the one that is opened. */
const DEMO = ['/demo/june-banner.brief.zip', '/demo/marram-almanac.brief.zip'];

/**
 * Adds the demo, where it is not there already.
 * @returns the id of the brief that has been worked through
 */
export async function addDemo(): Promise<string> {
	let id = '';
	for (const archive of DEMO) {
		const response = await fetch(archive);
		if (!response.ok) throw new Error('the demo is not there');
		id = await importBrief(new Uint8Array(await response.arrayBuffer()), { once: true });
	}
	return id;
}

/**
 * Adds a brief from its archive.
 * @param options.once a brief that is here already is opened as it is, instead of beside itself
 * @returns the brief's id
 */
export async function importBrief(
	bytes: Uint8Array,
	options: { once?: boolean } = {}
): Promise<string> {
	let archive = await unpackBrief(bytes);
	if (await store.hasBrief(archive.whole.brief.id)) {
		if (options.once) return archive.whole.brief.id;
		archive = withFreshIds(archive, () => crypto.randomUUID());
	}
	const { whole, pictures, starts } = archive;
	for (const [id, bytes] of starts ?? []) {
		const picture = new Blob([bytes as Uint8Array<ArrayBuffer>], { type: pictureKind(bytes).type });
		await store.keepStart({
			name: `picture ${id.slice(0, 6)}`,
			picture,
			thumbnail: await makeThumbnail(picture),
			addedAt: Date.now()
		});
	}
	const stored = await Promise.all(
		[...pictures].map(async ([takeId, bytes]) => {
			const picture = new Blob([bytes as Uint8Array<ArrayBuffer>], {
				type: pictureKind(bytes).type
			});
			return { takeId, briefId: whole.brief.id, picture, thumbnail: await makeThumbnail(picture) };
		})
	);
	await store.addWholeBrief(whole, stored);
	return whole.brief.id;
}

/** Packs a brief with its pictures. */
export async function exportBrief(id: string): Promise<Uint8Array<ArrayBuffer>> {
	const whole = await store.wholeBrief(id);
	if (!whole) throw new Error('the brief is gone');
	const pictures = new Map<string, Uint8Array>();
	for (const { id: takeId } of whole.takes) {
		const stored = await store.pictureOf(takeId);
		if (stored) pictures.set(takeId, new Uint8Array(await stored.picture.arrayBuffer()));
	}
	const starts = new Map<string, Uint8Array>();
	const used = [...whole.brief.rack.start, ...whole.takes.map((t) => t.settings.start?.image)];
	for (const startId of new Set(used)) {
		const kept = startId ? await store.start(startId) : undefined;
		if (kept) starts.set(kept.id, new Uint8Array(await kept.picture.arrayBuffer()));
	}
	return packBrief({ whole, pictures, starts });
}
