import { strFromU8, strToU8 } from 'fflate';
import { densityExif, readExif } from './exif';
import {
	holds,
	joined,
	latin1,
	saysNothing,
	type Part,
	type PictureFormat,
	type PictureSays
} from './format';

const [RIFF, WEBP] = [strToU8('RIFF', true), strToU8('WEBP', true)];
/** Flags of the extended header. */
const [HAS_XMP, HAS_EXIF, HAS_ALPHA, HAS_PROFILE] = [0x04, 0x08, 0x10, 0x20];

const viewOf = (data: Uint8Array) => new DataView(data.buffer, data.byteOffset, data.byteLength);
const three = (data: Uint8Array, at: number) =>
	data[at] | (data[at + 1] << 8) | (data[at + 2] << 16);

/** WebP: RFC 9649, clause 2. */
export const webp: PictureFormat = {
	type: 'image/webp',
	ending: '.webp',
	begins: (bytes) => holds(bytes, RIFF) && holds(bytes, WEBP, 8),
	*parts(bytes) {
		if (bytes.length < 12) return false;
		const said = viewOf(bytes).getUint32(4, true);
		const end = 8 + said + (said & 1);
		for (let from = 12; from < end;) {
			if (from + 8 > bytes.length) return false;
			const length = viewOf(bytes).getUint32(from + 4, true);
			const to = from + 8 + length + (length & 1);
			if (to > bytes.length) return false;
			yield {
				name: latin1(bytes.subarray(from, from + 4)),
				data: bytes.subarray(from + 8, from + 8 + length),
				from,
				to
			};
			from = to;
		}
		return true;
	},
	says(parts) {
		const find = (name: string) => parts.find((part) => part.name === name)?.data;
		const size = sizeOf(find);
		if (!size) return null;
		const [extended, exif, xmp] = ['VP8X', 'EXIF', 'XMP '].map(find);
		return {
			...saysNothing,
			...(exif && readExif(holds(exif, EXIF) ? exif.subarray(EXIF.length) : exif)),
			...size,
			alpha: size.alpha || !!(extended && extended[0] & HAS_ALPHA),
			frames: Math.max(1, parts.filter(({ name }) => name === 'ANMF').length),
			profile: find('ICCP') ?? null,
			xmp: xmp ? strFromU8(xmp) : null
		};
	},
	withXmp: (bytes, parts, says, packet) =>
		rewritten(bytes, parts, says, HAS_XMP, { 'XMP ': strToU8(packet) }),
	withPrint: (bytes, parts, says, { perInch, profile }) =>
		rewritten(bytes, parts, says, (perInch ? HAS_EXIF : 0) | (profile ? HAS_PROFILE : 0), {
			...(profile ? { ICCP: profile } : {}),
			...(perInch ? { EXIF: densityExif(perInch) } : {})
		})
};

/** A file with further chunks in place of those of the same names. A profile stands before the pixels, the others behind. */
function rewritten(
	bytes: Uint8Array,
	parts: readonly Part[],
	{ width, height, alpha }: PictureSays,
	flags: number,
	chunks: Partial<Record<string, Uint8Array>>
): Uint8Array[] {
	const known = parts.find(({ name }) => name === 'VP8X');
	const extended = known ? known.data.slice() : new Uint8Array(10);
	extended[0] |= flags;
	if (!known) {
		if (alpha) extended[0] |= HAS_ALPHA;
		for (let i = 0; i < 3; i++) {
			extended[4 + i] = (width - 1) >> (8 * i);
			extended[7 + i] = (height - 1) >> (8 * i);
		}
	}
	const others = parts.filter(({ name }) => name !== 'VP8X' && !chunks[name]);
	const { ICCP, ...behind } = chunks;
	const body = joined([
		WEBP,
		chunk('VP8X', extended),
		...(ICCP ? [chunk('ICCP', ICCP)] : []),
		...others.map(({ from, to }) => bytes.subarray(from, to)),
		...Object.entries(behind).map(([name, data]) => chunk(name, data!))
	]);
	return [chunk('RIFF', body)];
}

/** Some writers begin Exif data as in a JPEG. */
const EXIF = strToU8('Exif\0\0', true);

/** A chunk as it is written: its name, its length, its data, and a byte more where that is odd. */
function chunk(name: string, data: Uint8Array): Uint8Array<ArrayBuffer> {
	const out = new Uint8Array(8 + data.length + (data.length & 1));
	out.set(strToU8(name, true));
	viewOf(out).setUint32(4, data.length, true);
	out.set(data, 8);
	return out;
}

/** Size and alpha, from whichever chunk tells them. */
function sizeOf(
	find: (name: string) => Uint8Array | undefined
): Pick<PictureSays, 'width' | 'height' | 'alpha'> | null {
	const [extended, lossy, lossless] = ['VP8X', 'VP8 ', 'VP8L'].map(find);
	const bits = lossless && lossless.length >= 5 ? viewOf(lossless).getUint32(1, true) : null;
	const alpha = find('ALPH') !== undefined || (bits !== null && !!((bits >>> 28) & 1));
	if (extended && extended.length >= 10)
		return { width: three(extended, 4) + 1, height: three(extended, 7) + 1, alpha };
	if (lossy && lossy.length >= 10)
		return {
			width: viewOf(lossy).getUint16(6, true) & 0x3fff,
			height: viewOf(lossy).getUint16(8, true) & 0x3fff,
			alpha
		};
	return bits === null
		? null
		: { width: (bits & 0x3fff) + 1, height: ((bits >>> 14) & 0x3fff) + 1, alpha };
}
