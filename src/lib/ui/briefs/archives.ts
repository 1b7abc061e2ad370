import { picturesIn } from '$lib/core/contract';
import { picturesOn } from '$lib/core/dials';
import {
	withFreshIds,
	withoutItsPicture,
	type Archive,
	type Backup,
	type WholeBrief
} from '$lib/core/formats';
import * as store from '$lib/store';
import { admitPicture, expectArchive, packBrief, unpackBrief } from '$lib/workers';

/** The archives that ship with the application: the one that is opened, and one just begun. */
const DEMO = { opened: '/demo/marram-almanac.brief.zip', begun: '/demo/june-banner.brief.zip' };

async function addShipped(archive: string): Promise<string> {
	const response = await fetch(archive);
	if (!response.ok) throw new Error('the demo is not there');
	return (await importBrief(await response.blob(), { once: true })).brief;
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

/** The result of bringing a file in. */
export interface Brought {
	brief: string;
	/** Takes that came in, or were finished by it. */
	takes: number;
	/** What could not be read, a sentence for each part. */
	damaged: string[];
}

/**
 * Opens a brief from its archive. A brief that is here already is opened beside itself. Runs that are
 * not done come in paused.
 * @param options.once opens a brief that is here already as it is
 */
export async function importBrief(zip: Blob, options: { once?: boolean } = {}): Promise<Brought> {
	const archive = await unpackBrief(zip);
	const { id } = archive.whole.brief;
	if (!(await store.hasBrief(id))) return keepArchive(archive, 'theirs');
	if (options.once) return { brief: id, takes: 0, damaged: [] };
	return keepArchive(
		withFreshIds(archive, () => crypto.randomUUID()),
		'theirs'
	);
}

/** Merges a brief from a backup into what is here of it: nothing doubles, and nothing is lost. */
export const restoreBrief = async (zip: Blob): Promise<Brought> =>
	keepArchive(await unpackBrief(zip), 'mine');

/** @param unsaid whose the spendings are where the archive doesn't say so */
async function keepArchive(archive: Archive, unsaid: 'mine' | 'theirs'): Promise<Brought> {
	const { whole, measured } = archive;
	const damaged = [...(archive.damaged ?? []), ...(await keepStarts(archive))];
	const wanted = await store.wantedPictures(whole.takes);
	const pictures = await storedOf(archive, wanted, damaged);
	const kept = new Set(pictures.map(({ takeId }) => takeId));
	const takes = whole.takes.map((take) =>
		take.state === 'done' && wanted.has(take.id) && !kept.has(take.id)
			? withoutItsPicture(take)
			: take
	);
	const came = await store.mergeWholeBrief({
		whole: { ...whole, takes },
		pictures,
		measured,
		unsaid
	});
	return { brief: whole.brief.id, takes: came, damaged };
}

/** Keeps the start pictures of an archive. Returns a sentence for each that can't be read. */
async function keepStarts({ whole, starts }: Archive): Promise<string[]> {
	// Areas that were drawn come along, too: nothing begins from them.
	const areas = new Set([
		...whole.brief.rack.area,
		...whole.takes.flatMap(({ settings }) => settings.mask?.image ?? [])
	]);
	const damaged: string[] = [];
	for (const [id, picture] of starts ?? []) {
		const name = `${areas.has(id) ? 'area' : 'picture'} ${id.slice(0, 6)}`;
		const thumbnail = await thumbnailOf(picture);
		if (!thumbnail)
			damaged.push(`The start picture \u201c${name}\u201d is damaged in this archive.`);
		else
			await store.keepStart({
				...(areas.has(id) ? { area: true } : {}),
				...{ name, picture, thumbnail, addedAt: Date.now() }
			});
	}
	return damaged;
}

/** Keeps the start pictures of a backup that are not here. Returns a sentence for each that can't be read. */
export async function restoreStarts(starts: Backup['starts']): Promise<string[]> {
	const damaged: string[] = [];
	for (const { id, picture, ...one } of starts) {
		if (await store.start(id)) continue;
		const thumbnail = await thumbnailOf(picture);
		if (thumbnail) await store.keepStart({ ...one, picture, thumbnail });
		else damaged.push(`The start picture \u201c${one.name}\u201d is damaged in this backup.`);
	}
	return damaged;
}

/**
 * Returns pictures of an archive as they are kept, with their thumbnails.
 * @param damaged gets a sentence for each picture that can't be read
 */
async function storedOf(
	{ whole, pictures, thumbnails }: Archive,
	wanted: ReadonlySet<string>,
	damaged: string[]
): Promise<store.StoredPicture[]> {
	const stored: store.StoredPicture[] = [];
	for (const { id: takeId, number, briefId } of whole.takes) {
		const picture = wanted.has(takeId) ? pictures.get(takeId) : undefined;
		if (!picture) continue;
		const thumbnail = thumbnails?.get(takeId) ?? (await thumbnailOf(picture));
		if (thumbnail) stored.push({ takeId, briefId, picture, thumbnail });
		else damaged.push(`The picture of take ${number} is damaged in this archive.`);
	}
	return stored;
}

/** A small picture of one; null for a picture that is damaged. */
const thumbnailOf = (picture: Blob): Promise<Blob | null> =>
	admitPicture(picture).then(
		({ thumbnail }) => thumbnail,
		() => null
	);

/** The start pictures that a brief brings along in its archive. */
const startsOf = (whole: WholeBrief): Set<string> =>
	new Set([
		...picturesOn(whole.brief.rack),
		...whole.takes.flatMap(({ settings }) => picturesIn(settings)),
		...whole.taught.flatMap(({ pictures }) => pictures)
	]);

/** Start pictures that no brief brings along. */
export async function otherStarts(): Promise<Backup['starts']> {
	const used = new Set<string>();
	for (const { id } of await store.briefs())
		for (const start of startsOf((await store.wholeBrief(id))!)) used.add(start);
	const all = await store.allStarts();
	return all.flatMap(({ thumbnail: _thumbnail, ...one }) => (used.has(one.id) ? [] : [one]));
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
	for (const startId of startsOf(whole)) {
		const kept = await store.start(startId);
		if (kept) starts.set(kept.id, kept.picture);
	}
	const measured = await store.measuresOf(id);
	return packBrief({ whole, pictures, starts, thumbnails, measured }, onStep);
}

/** Pictures that are looked up in one go: their bytes stay where they are until they are packed. */
const AT_ONCE = 100;
