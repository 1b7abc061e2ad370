import {
	FileProblem,
	isPictureName,
	isTableName,
	madeElsewhere,
	readTable,
	settingsOf,
	type Elsewhere,
	type Refused
} from '$lib/core/formats';
import { rackOfMany } from '$lib/core/plan';
import type { Take } from '$lib/core/schema';
import * as store from '$lib/store';
import { newPlan } from '$lib/ui/shared';
import { makeThumbnail, openPictures, type Opened } from '$lib/workers';

/** Gathers pictures and tables from what was chosen: files, a folder, ZIPs. */
async function gather(chosen: readonly File[]): Promise<Opened> {
	const all: Opened = { pictures: [], tables: [], refused: [] };
	for (const file of chosen) {
		const name = file.webkitRelativePath || file.name;
		if (/\.zip$/i.test(name)) {
			const { pictures, tables, refused } = await openPictures(file);
			all.pictures.push(...pictures);
			all.tables.push(...tables);
			all.refused.push(...refused);
		} else if (isTableName(name)) all.tables.push({ name, text: await file.text() });
		else if (isPictureName(name)) all.pictures.push({ name, picture: file });
		else all.refused.push({ file: name, why: 'It is neither a picture nor a table.' });
	}
	return all;
}

/** The settings that a picture carries itself, where it was exported here. */
async function carried(picture: Blob): Promise<Elsewhere['settings']> {
	try {
		return settingsOf(new Uint8Array(await picture.arrayBuffer()));
	} catch (cause) {
		if (cause instanceof FileProblem) return {};
		throw cause;
	}
}

/** What bringing in came to. */
export interface BroughtIn {
	added: number;
	refused: Refused[];
}

/**
 * Brings pictures made elsewhere into a brief, as takes of a run of their own. A table says which
 * had which settings; without one, a picture's own settings count. Nothing is written before all
 * is read, and then all of it at once.
 *
 * @param onStep told how many of how many were read
 */
export async function bringIn(
	briefId: string,
	chosen: readonly File[],
	onStep: (done: number, all: number) => void
): Promise<BroughtIn> {
	const { pictures, tables, refused } = await gather(chosen);
	const names = pictures.map(({ name }) => name);
	const known = new Map<string, Elsewhere>();
	for (const { text } of tables) {
		const read = readTable(text, names);
		refused.push(...read.refused);
		for (const one of read.pictures)
			if (Object.keys(one.settings).length || Object.keys(one.besides).length)
				known.set(one.file, one);
	}
	const rows: Parameters<typeof store.addMade>[1][number][] = [];
	const now = Date.now();
	const planId = crypto.randomUUID();
	for (const [i, { name, picture }] of pictures.entries()) {
		onStep(i, pictures.length);
		try {
			const image = await createImageBitmap(picture);
			const size = { width: image.width, height: image.height };
			image.close();
			const thumbnail = await makeThumbnail(picture);
			const row = known.get(name);
			const settings = { ...(await carried(picture)), ...row?.settings };
			const take: Take = {
				id: crypto.randomUUID(),
				briefId,
				planId,
				number: i + 1,
				...madeElsewhere({ file: name, settings, besides: {} }, size),
				...(row && Object.keys(row.besides).length ? { columns: row.besides } : {}),
				state: 'done',
				credits: 0,
				createdAt: now,
				madeAt: now
			};
			rows.push({
				take,
				// Bytes of our own: a file that was chosen could change or go.
				picture: {
					picture: new Blob([await picture.arrayBuffer()], { type: picture.type }),
					thumbnail
				},
				note: `from ${name}`
			});
		} catch {
			refused.push({ file: name, why: 'It is no picture that can be read: damaged or cut off.' });
		}
	}
	if (rows.length) {
		const plan = newPlan(briefId, { kind: 'all' }, rackOfMany(rows.map(({ take }) => take)));
		await store.addMade({ ...plan, id: planId, stopped: true }, rows);
	}
	return { added: rows.length, refused };
}
