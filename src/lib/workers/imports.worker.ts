/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { expose } from 'comlink';
import type { Made } from '$lib/core/dials';
import {
	isTableName,
	madeInside,
	readTable,
	unpackPictures,
	type Elsewhere,
	type Refused
} from '$lib/core/formats';
import { isPictureName, kindOf } from '$lib/core/picture';
import { FileProblem } from '$lib/core/problem';

/** Reads what was brought in, off the page's thread: files, ZIPs, and the tables that lie beside. */

/** A file as it was chosen, under its name or its path in a folder. */
export interface Chosen {
	name: string;
	file: Blob;
}

/** What was found: pictures, and what their tables say of them. */
export interface Opened {
	pictures: { name: string; picture: Blob; told: Elsewhere | null }[];
	refused: Refused[];
}

/** A table has so many bytes at most. */
const MOST_TABLE = 32 * 1024 ** 2;

async function open(chosen: readonly Chosen[]): Promise<Opened> {
	const pictures: { name: string; picture: Blob }[] = [];
	const tables: { name: string; text: string }[] = [];
	const refused: Refused[] = [];
	const sort = async (name: string, file: Blob) => {
		if (isPictureName(name)) return void pictures.push({ name, picture: file });
		if (!isTableName(name))
			return void refused.push({ file: name, why: 'It is neither a picture nor a table.' });
		if (file.size > MOST_TABLE)
			return void refused.push({
				file: name,
				why: `It has more than ${MOST_TABLE / 1024 ** 2} MB, which no table has.`
			});
		tables.push({ name, text: await file.text() });
	};
	for (const { name, file } of chosen) {
		if (!/\.zip$/i.test(name)) {
			await sort(name, file);
			continue;
		}
		const found = unpackPictures(new Uint8Array(await file.arrayBuffer()));
		refused.push(...found.refused);
		for (const { name, bytes } of found.files)
			await sort(name, new Blob([bytes], { type: kindOf(bytes)?.type ?? '' }));
	}
	const names = pictures.map(({ name }) => name);
	const told = new Map<string, Elsewhere>();
	for (const { text } of tables) {
		const read = readTable(text, names);
		refused.push(...read.refused);
		for (const one of read.pictures)
			if (Object.keys(one.stops).length || Object.keys(one.besides).length) told.set(one.file, one);
	}
	return {
		pictures: pictures.map((one) => ({ ...one, told: told.get(one.name) ?? null })),
		refused
	};
}

/** What a picture says itself that it was made with, where it was exported here. */
async function carried(picture: Blob): Promise<Made | null> {
	try {
		return madeInside(new Uint8Array(await picture.arrayBuffer()));
	} catch (cause) {
		if (cause instanceof FileProblem) return null;
		throw cause;
	}
}

const api = { open, carried };
export type ImportsApi = typeof api;

expose(api);
