import { Unzip, UnzipInflate } from 'fflate';
import { isPictureName } from '$lib/core/picture';
import { baseName, isTableName, type Refused } from './elsewhere';

/** Largest file and largest whole that are unpacked, in bytes. */
const MOST_FILE = 64 * 1024 ** 2;
const MOST_ALL = 1024 ** 3;
const MOST_FILES = 5000;

/** A file out of a ZIP. */
export interface Unpacked {
	name: string;
	bytes: Uint8Array<ArrayBuffer>;
}

/** Whether a path would leave the folder that it is unpacked into. */
const climbs = (path: string): boolean =>
	/^([\\/]|[a-z]:)/i.test(path) || path.split(/[\\/]/).includes('..');

/**
 * Unpacks pictures and tables from a ZIP, one after the other: what comes before damage or a cut is
 * used. Paths that climb out, files that are too large and what is no picture are listed.
 */
export function unpackPictures(zip: Uint8Array): { files: Unpacked[]; refused: Refused[] } {
	const files: Unpacked[] = [];
	const refused: Refused[] = [];
	let whole = 0;
	const open = new Set<string>();
	const unzip = new Unzip((file) => {
		const { name } = file;
		if (name.endsWith('/')) return;
		const no = (why: string) => void refused.push({ file: name || 'a file without a name', why });
		if (climbs(name)) return no('Its path leads out of the folder: not unpacked.');
		if (baseName(name).startsWith('.') || /^__macosx\//i.test(name)) return;
		if (!isPictureName(name) && !isTableName(name))
			return no('It is neither a picture nor a table.');
		if (files.length + open.size >= MOST_FILES)
			return no(`More than ${MOST_FILES} files: bring the rest in by themselves.`);
		const parts: Uint8Array[] = [];
		let size = 0;
		open.add(name);
		file.ondata = (cause, data, final) => {
			if (!open.has(name)) return;
			size += data?.length ?? 0;
			whole += data?.length ?? 0;
			if (cause || size > MOST_FILE || whole > MOST_ALL) {
				open.delete(name);
				file.terminate();
				return no(
					cause
						? 'It is damaged.'
						: size > MOST_FILE
							? `It unpacks to more than ${MOST_FILE / 1024 ** 2} MB.`
							: 'The archive unpacks to more than 1 GB: bring it in in parts.'
				);
			}
			parts.push(data);
			if (!final) return;
			open.delete(name);
			const bytes = new Uint8Array(size);
			let at = 0;
			for (const part of parts) {
				bytes.set(part, at);
				at += part.length;
			}
			files.push({ name, bytes });
		};
		file.start();
	});
	unzip.register(UnzipInflate);
	try {
		// In pieces, so that a file that swells is stopped while it does.
		for (let at = 0; at < zip.length; at += PIECE)
			unzip.push(zip.subarray(at, at + PIECE), at + PIECE >= zip.length);
	} catch {
		if (!files.length && !refused.length && !open.size)
			refused.push({ file: 'the archive', why: 'It is no ZIP, or it is damaged from its start.' });
	}
	for (const name of open)
		refused.push({ file: name, why: 'The archive ends in the middle of it.' });
	if (!files.length && !refused.length)
		refused.push({ file: 'the archive', why: 'There is no picture in it, or it is no ZIP.' });
	return { files, refused };
}
const PIECE = 64 * 1024;
