import { strFromU8, strToU8 } from 'fflate';
import { FileProblem } from './errors';

/** What the segment of an XMP packet begins with. Source: XMP Specification Part 3, 1.1.3; ISO 16684-3. */
const XMP = strToU8('http://ns.adobe.com/xap/1.0/\0');
/** A segment's length is said in two bytes, themselves among it. */
const MOST = 65_533;
const [SOI, APP0, APP1, SOS] = [0xd8, 0xe0, 0xe1, 0xda];

/** Whether bytes begin as a JPEG picture does. */
export const isJpeg = (bytes: Uint8Array): boolean =>
	bytes[0] === 0xff && bytes[1] === SOI && bytes[2] === 0xff;

const isXmp = (bytes: Uint8Array, at: number): boolean =>
	XMP.every((byte, i) => bytes[at + 4 + i] === byte);

/** The segments before the picture's data: where each begins, its marker, and how long it is. */
function* segments(bytes: Uint8Array): Generator<{ at: number; marker: number; length: number }> {
	if (!isJpeg(bytes)) throw new FileProblem('This is no JPEG picture.');
	for (let at = 2; at + 4 <= bytes.length;) {
		const marker = bytes[at + 1];
		if (bytes[at] !== 0xff || marker === SOS) return;
		const length = 2 + ((bytes[at + 2] << 8) | bytes[at + 3]);
		if (at + length > bytes.length)
			throw new FileProblem('This JPEG picture is cut off. Choose another copy of it.');
		yield { at, marker, length };
		at += length;
	}
}

/**
 * A JPEG picture with an XMP packet inside, in place of one that it had. Source: ITU-T T.81, B.1.1.4.
 * Throws a FileProblem where the packet is longer than a segment can be.
 */
export function writeJpegXmp(bytes: Uint8Array, packet: string): Uint8Array<ArrayBuffer> {
	const data = strToU8(packet);
	const length = 2 + XMP.length + data.length;
	if (length > MOST)
		throw new FileProblem('Its settings are too long for a JPEG: take it out as PNG or WebP.');
	const parts: Uint8Array[] = [];
	// After the segment that names the format, which stands first; before everything else.
	let [from, put] = [2, 2];
	for (const { at, marker, length: long } of segments(bytes)) {
		if (marker === APP0 && at === put) put = at + long;
		if (marker !== APP1 || !isXmp(bytes, at)) continue;
		parts.push(bytes.subarray(from, at));
		from = at + long;
	}
	parts.push(bytes.subarray(from));
	const rest = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
	parts.reduce((at, part) => (rest.set(part, at), at + part.length), 0);
	const out = new Uint8Array(2 + rest.length + 2 + length);
	out.set([0xff, SOI]);
	out.set(rest.subarray(0, put - 2), 2);
	out.set([0xff, APP1, length >> 8, length & 255], put);
	out.set(XMP, put + 4);
	out.set(data, put + 4 + XMP.length);
	out.set(rest.subarray(put - 2), put + 2 + length);
	return out;
}

/** The XMP packet inside a JPEG picture; null when there is none. */
export function readJpegXmp(bytes: Uint8Array): string | null {
	for (const { at, marker, length } of segments(bytes))
		if (marker === APP1 && isXmp(bytes, at))
			return strFromU8(bytes.subarray(at + 4 + XMP.length, at + length));
	return null;
}
