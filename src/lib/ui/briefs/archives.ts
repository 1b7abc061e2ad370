import { picturesIn } from '$lib/core/contract';
import { picturesOn } from '$lib/core/dials';
import { FileProblem, withFreshIds, type Archive } from '$lib/core/formats';
import * as store from '$lib/store';
import { admitPicture, expectArchive, packBrief, unpackBrief } from '$lib/workers';

/** The archives that ship with the application: the one that is opened, and one just begun. */
const DEMO = { opened: '/demo/marram-almanac.brief.zip', begun: '/demo/june-banner.brief.zip' };

async function addShipped(archive: string): Promise<string> {
	const response = await fetch(archive);
	if (!response.ok) throw new Error('the demo is not there');
	return importBrief(await response.blob(), { once: true });
}

/**
 * Adds the demo, where it is not there already.
 * @returns the id of the brief that has been worked through
 */
export async function addDemo(): Promise<string> {
	expectArchive();
	// Both are fetched at once; the small one is there before the other is.
	const [id] = await Promise.all([addShipped(DEMO.opened), addShipped(DEMO.begun)]);
	return id;
}

/**
 * Adds a brief from its archive. Runs in it that are not done come in paused.
 * @param options.once a brief that is here already is opened as it is, instead of beside itself
 * @returns the brief's id
 */
export async function importBrief(zip: Blob, options: { once?: boolean } = {}): Promise<string> {
	let archive = await unpackBrief(zip);
	if (await store.hasBrief(archive.whole.brief.id)) {
		if (options.once) return archive.whole.brief.id;
		archive = withFreshIds(archive, () => crypto.randomUUID());
	}
	await addArchive(archive);
	return archive.whole.brief.id;
}

/** Adds a brief that is not here. */
async function addArchive(archive: Archive): Promise<void> {
	const { whole } = archive;
	await keepStarts(archive);
	const pictures = await storedOf(archive, archive.pictures);
	await store.addWholeBrief(whole, pictures, archive.measured);
}

/**
 * Adds a brief from its archive, or what of it is not here: nothing doubles, and nothing is lost.
 * @returns how many takes came in
 */
export async function restoreBrief(zip: Blob): Promise<number> {
	const archive = await unpackBrief(zip);
	const { whole, pictures } = archive;
	if (!(await store.hasBrief(whole.brief.id))) {
		await addArchive(archive);
		return whole.takes.length;
	}
	await keepStarts(archive);
	const missing = new Set(await store.withoutPicture([...pictures.keys()]));
	const wanted = new Map([...pictures].filter(([id]) => missing.has(id)));
	return store.mergeWholeBrief(whole, await storedOf(archive, wanted), archive.measured);
}

async function keepStarts({ whole, starts }: Archive): Promise<void> {
	// Areas that were drawn come along, too: nothing begins from them.
	const areas = new Set([
		...whole.brief.rack.area,
		...whole.takes.flatMap(({ settings }) => settings.mask?.image ?? [])
	]);
	for (const [id, picture] of starts ?? [])
		await store.keepStart({
			...(areas.has(id) ? { area: true } : {}),
			name: `${areas.has(id) ? 'area' : 'picture'} ${id.slice(0, 6)}`,
			picture,
			thumbnail: await thumbnailOf(picture, 'A start picture'),
			addedAt: Date.now()
		});
}

/** Pictures of an archive as they are kept, with their thumbnails. */
async function storedOf(
	{ whole, thumbnails }: Archive,
	pictures: ReadonlyMap<string, Blob>
): Promise<store.StoredPicture[]> {
	const stored: store.StoredPicture[] = [];
	const numbers = new Map(whole.takes.map(({ id, number }) => [id, number]));
	for (const [takeId, picture] of pictures) {
		const what = `The picture of take ${numbers.get(takeId)}`;
		stored.push({
			takeId,
			briefId: whole.brief.id,
			picture,
			thumbnail: thumbnails?.get(takeId) ?? (await thumbnailOf(picture, what))
		});
	}
	return stored;
}

async function thumbnailOf(picture: Blob, what: string): Promise<Blob> {
	try {
		return (await admitPicture(picture)).thumbnail;
	} catch {
		throw new FileProblem(`${what} in this archive is damaged. Export the brief again.`);
	}
}

/**
 * Packs a brief with its pictures, which are read from the database one after the other.
 * @param onStep told how many of how many pictures are packed
 */
export async function exportBrief(
	id: string,
	onStep?: (done: number, all: number) => void
): Promise<Blob> {
	const whole = await store.wholeBrief(id);
	if (!whole) throw new store.BriefGone();
	const pictures = new Map<string, Blob>();
	const thumbnails = new Map<string, Blob>();
	const ids = whole.takes.map((take) => take.id);
	for (let at = 0; at < ids.length; at += AT_ONCE)
		for (const stored of await store.picturesOf(ids.slice(at, at + AT_ONCE)))
			if (stored) {
				pictures.set(stored.takeId, stored.picture);
				thumbnails.set(stored.takeId, stored.thumbnail);
			}
	const starts = new Map<string, Blob>();
	const used = [
		...picturesOn(whole.brief.rack),
		...whole.takes.flatMap(({ settings }) => picturesIn(settings)),
		...whole.taught.flatMap(({ pictures }) => pictures)
	];
	for (const startId of new Set(used)) {
		const kept = await store.start(startId);
		if (kept) starts.set(kept.id, kept.picture);
	}
	const measured = await store.measuresOf(id);
	return packBrief({ whole, pictures, starts, thumbnails, measured }, onStep);
}

/** Pictures that are looked up in one go: their bytes stay where they are until they are packed. */
const AT_ONCE = 100;
