/// <reference lib="webworker" />
import { expose } from 'comlink';
import {
	FileProblem,
	readArchive,
	writeArchive,
	writeArchiveTo,
	type Archive
} from '$lib/core/formats';

/** Packs and unpacks briefs, off the page's thread; pictures go through one after the other. */

export type OnStep = (done: number, all: number) => void;

/** Where archives lie until the browser has handed them on; on the disk, not in memory. */
const FOLDER = 'archives-on-their-way';
/** After this one that lies there was handed on, in milliseconds. */
const HANDED_ON = 60 * 60 * 1000;

/** Packs into a file of the origin's own (File System standard), where the browser has such. */
async function packToDisk(archive: Archive, onStep: OnStep): Promise<Blob> {
	const root = await navigator.storage.getDirectory();
	const folder = await root.getDirectoryHandle(FOLDER, { create: true });
	for await (const name of folder.keys())
		if (Date.now() - Number(name.split('-')[0]) > HANDED_ON)
			await folder.removeEntry(name).catch(() => undefined);
	const name = `${Date.now()}-${Math.floor(performance.now())}.zip`;
	const handle = await folder.getFileHandle(name, { create: true });
	const access = await handle.createSyncAccessHandle();
	let at = 0;
	try {
		const sink = new WritableStream<Uint8Array<ArrayBuffer>>({
			write(part) {
				at += access.write(part, { at });
			}
		});
		await writeArchiveTo(sink as WritableStream<Uint8Array>, archive, onStep);
		access.flush();
	} catch (cause) {
		access.close();
		await folder.removeEntry(name).catch(() => undefined);
		throw cause;
	}
	access.close();
	return handle.getFile();
}

async function pack(archive: Archive, onStep: OnStep): Promise<Blob> {
	try {
		if ('getDirectory' in navigator.storage) return await packToDisk(archive, onStep);
	} catch (cause) {
		if (cause instanceof FileProblem) throw cause;
		// Some windows have no such place, or no room in it: then it is packed in memory.
	}
	return writeArchive(archive, onStep);
}

const api = { read: readArchive, pack };
export type ArchivesApi = typeof api;

expose(api);
