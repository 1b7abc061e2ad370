/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { BlobWriter } from '@zip.js/zip.js';
import { expose } from 'comlink';
import {
	readArchive,
	readBackup,
	writeArchiveTo,
	writeBackupTo,
	type Archive,
	type Backup
} from '$lib/core/formats';
import { FileProblem } from '$lib/core/problem';

/** Packs and unpacks briefs, off the page's thread; pictures go through one after the other. */

export type OnStep = (done: number, all: number) => void;

/** Where archives lie until the browser has handed them on; on the disk, not in memory. */
const FOLDER = 'archives-on-their-way';
/** After this one that lies there was handed on, in milliseconds. */
let number = 0;
const HANDED_ON = 60 * 60 * 1000;

/** Packs into a file of the origin's own (File System standard), where the browser has such. */
async function toDisk(
	write: (sink: WritableStream<Uint8Array>) => Promise<unknown>
): Promise<Blob> {
	const root = await navigator.storage.getDirectory();
	const folder = await root.getDirectoryHandle(FOLDER, { create: true });
	for await (const name of folder.keys())
		if (Date.now() - Number(name.split('-')[0]) > HANDED_ON)
			await folder.removeEntry(name).catch(() => undefined);
	const name = `${Date.now()}-${Math.floor(performance.now())}-${number++}.zip`;
	const handle = await folder.getFileHandle(name, { create: true });
	const access = await handle.createSyncAccessHandle();
	let at = 0;
	try {
		const sink = new WritableStream<Uint8Array<ArrayBuffer>>({
			write(part) {
				at += access.write(part, { at });
			}
		});
		await write(sink);
		access.flush();
	} catch (cause) {
		access.close();
		await folder.removeEntry(name).catch(() => undefined);
		throw cause;
	}
	access.close();
	return handle.getFile();
}

/** @param write packs into a file on the disk, or else in memory */
async function packed(
	write: (sink: WritableStream<Uint8Array> | BlobWriter) => Promise<unknown>
): Promise<Blob> {
	try {
		if ('getDirectory' in navigator.storage) return await toDisk(write);
	} catch (cause) {
		if (cause instanceof FileProblem) throw cause;
		// Some windows have no such place, or no room in it: then it is packed in memory.
	}
	return (await write(new BlobWriter('application/zip'))) as Blob;
}

const pack = (archive: Archive, onStep: OnStep): Promise<Blob> =>
	packed((sink) => writeArchiveTo(sink, archive, onStep));

const packAll = (backup: Backup): Promise<Blob> => packed((sink) => writeBackupTo(sink, backup));

const api = { read: readArchive, pack, packAll, readAll: readBackup };
export type ArchivesApi = typeof api;

expose(api);
