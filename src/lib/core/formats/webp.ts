import { strFromU8, strToU8 } from 'fflate';
import { FileProblem } from './errors';

/** A part of a RIFF file: four letters and its bytes. */
interface Chunk {
	name: string;
	data: Uint8Array;
}

/** Flag of the extended header for a picture that carries XMP. */
const HAS_XMP = 0x04;

const at32 = (b: Uint8Array, p: number) =>
	(b[p] | (b[p + 1] << 8) | (b[p + 2] << 16) | (b[p + 3] << 24)) >>> 0;

/** Whether bytes begin as a WebP picture does. */
export const isWebp = (bytes: Uint8Array): boolean =>
	bytes.length > 12 &&
	strFromU8(bytes.subarray(0, 4), true) === 'RIFF' &&
	strFromU8(bytes.subarray(8, 12), true) === 'WEBP';

/**
 * The parts of a WebP picture. Source: WebP Container Specification, RFC 9649.
 * Throws a FileProblem when it is cut off.
 */
function readChunks(bytes: Uint8Array): Chunk[] {
	if (!isWebp(bytes)) throw new FileProblem('This is no WebP picture.');
	const chunks: Chunk[] = [];
	for (let p = 12; p + 8 <= bytes.length;) {
		const name = strFromU8(bytes.subarray(p, p + 4), true);
		const length = at32(bytes, p + 4);
		if (p + 8 + length > bytes.length)
			throw new FileProblem('This WebP picture is cut off. Choose another copy of it.');
		chunks.push({ name, data: bytes.subarray(p + 8, p + 8 + length) });
		p += 8 + length + (length & 1);
	}
	return chunks;
}

/**
 * A WebP picture with an XMP packet inside, in place of one that it had.
 * @param size width and height in pixels, 1 to 2^24
 */
export function writeWebpXmp(
	bytes: Uint8Array,
	packet: string,
	size: { width: number; height: number }
): Uint8Array<ArrayBuffer> {
	const chunks = readChunks(bytes).filter(({ name }) => name !== 'XMP ');
	const head = chunks.find(({ name }) => name === 'VP8X');
	const extended = head ? head.data.slice() : new Uint8Array(10);
	extended[0] |= HAS_XMP;
	if (!head) {
		// The picture's own part tells whether it has an alpha channel: ours have none.
		for (const [at, side] of [
			[4, size.width - 1],
			[7, size.height - 1]
		] as const)
			for (let i = 0; i < 3; i++) extended[at + i] = (side >> (8 * i)) & 255;
	}
	const all: Chunk[] = [
		{ name: 'VP8X', data: extended },
		...chunks.filter(({ name }) => name !== 'VP8X'),
		{ name: 'XMP ', data: strToU8(packet) }
	];
	const length = all.reduce((sum, { data }) => sum + 8 + data.length + (data.length & 1), 4);
	const out = new Uint8Array(8 + length);
	const view = new DataView(out.buffer);
	out.set(strToU8('RIFF', true), 0);
	view.setUint32(4, length, true);
	out.set(strToU8('WEBP', true), 8);
	let p = 12;
	for (const { name, data } of all) {
		out.set(strToU8(name, true), p);
		view.setUint32(p + 4, data.length, true);
		out.set(data, p + 8);
		p += 8 + data.length + (data.length & 1);
	}
	return out;
}

/** The XMP packet in a WebP picture, or null. */
export function readWebpXmp(bytes: Uint8Array): string | null {
	const found = readChunks(bytes).find(({ name }) => name === 'XMP ');
	return found ? strFromU8(found.data) : null;
}
