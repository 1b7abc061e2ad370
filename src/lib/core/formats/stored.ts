import { Uint8ArrayReader, type Entry, type ZipWriter } from '@zip.js/zip.js';
import crc from 'crc-32';
import { FileProblem } from '$lib/core/problem';

/** An entry that is a file. */
export type FileEntry = Extract<Entry, { directory: false }>;

/** Bytes of a local header before its name (APPNOTE 4.3.7), where its two lengths stand, and how it begins. */
const [HEADER, NAME_LENGTH, EXTRA_LENGTH, BEGINS] = [30, 26, 28, 0x04034b50];

/**
 * What is stored in a ZIP as it is, as a part of that file: no byte of it is read, and none is copied.
 * @returns null for what is packed or encrypted, or where the file does not say where it lies
 */
export async function storedIn(zip: Blob, entry: FileEntry, type: string): Promise<Blob | null> {
	const { compressionMethod, compressedSize, uncompressedSize: size, offset, encrypted } = entry;
	if (compressionMethod !== 0 || compressedSize !== size || encrypted) return null;
	const bytes = await zip.slice(offset, offset + HEADER).arrayBuffer();
	if (bytes.byteLength < HEADER) return null;
	const header = new DataView(bytes);
	if (header.getUint32(0, true) !== BEGINS) return null;
	const from =
		offset + HEADER + header.getUint16(NAME_LENGTH, true) + header.getUint16(EXTRA_LENGTH, true);
	return from + size <= zip.size ? zip.slice(from, from + size, type) : null;
}

export const cutShort = () =>
	new FileProblem(
		'This file cannot be unpacked: it is no ZIP, or it is damaged. Export the brief again.'
	);

/**
 * Unpacks a file, and stops when it grows beyond what the archive says of it.
 * @param most bytes
 */
export async function unpack(entry: Entry, most: number): Promise<Blob> {
	if (entry.directory) throw cutShort();
	const parts: Uint8Array<ArrayBuffer>[] = [];
	let size = 0;
	try {
		await entry.getData(
			new WritableStream<Uint8Array<ArrayBuffer>>({
				write(part) {
					size += part.byteLength;
					if (size > Math.min(most, entry.uncompressedSize)) throw new RangeError('It swells.');
					parts.push(part);
				}
			}),
			{ checkSignature: true }
		);
	} catch {
		throw cutShort();
	}
	return new Blob(parts);
}

/** Whether bytes are those that an entry was made of, by its check sum (CRC-32). */
export const isWhole = (bytes: Uint8Array, { signature }: FileEntry): boolean =>
	signature !== undefined && crc.buf(bytes, 0) >>> 0 === signature >>> 0;

/**
 * Stores bytes in a ZIP as they are.
 * @returns their check sum (CRC-32)
 */
export async function store(
	zip: ZipWriter<unknown>,
	name: string,
	bytes: Uint8Array<ArrayBuffer>
): Promise<number> {
	const sum = crc.buf(bytes, 0) >>> 0;
	// Nothing is left to be worked out: they are passed through, in one piece.
	await zip.add(name, new Uint8ArrayReader(bytes), {
		passThrough: true,
		compressionMethod: 0,
		uncompressedSize: bytes.length,
		crc32: sum
	});
	return sum;
}

/** So many are being read beyond the one that is asked for: it takes longer to reach bytes than to read them. */
const AHEAD = 4;

/** Gives the bytes of files by their places, asked for in their order; the next are read meanwhile. */
export function readAhead(files: readonly Blob[]): (i: number) => Promise<Uint8Array<ArrayBuffer>> {
	const reading = new Map<number, Promise<ArrayBuffer>>();
	let begun = 0;
	return async (i) => {
		for (; begun <= Math.min(i + AHEAD, files.length - 1); begun++) {
			const bytes = files[begun].arrayBuffer();
			// It is told to who asks for it, if anybody does.
			bytes.catch(() => undefined);
			reading.set(begun, bytes);
		}
		const bytes = reading.get(i)!;
		reading.delete(i);
		return new Uint8Array(await bytes);
	};
}
