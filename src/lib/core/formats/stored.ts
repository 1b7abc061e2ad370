import { BlobWriter, type Entry } from '@zip.js/zip.js';
import crc from 'crc-32';

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

/** The same of what may be packed, too: that is unpacked. */
export const partOf = async (zip: Blob, entry: FileEntry, type: string): Promise<Blob> =>
	(await storedIn(zip, entry, type)) ?? entry.getData(new BlobWriter(type));

/** Whether bytes are those that an entry was made of, by its check sum (CRC-32). */
export const isWhole = (bytes: Uint8Array, { signature }: FileEntry): boolean =>
	signature !== undefined && crc.buf(bytes, 0) >>> 0 === signature >>> 0;
