import crc from 'crc-32';
import { strFromU8, strToU8, zlibSync } from 'fflate';
import { readExif } from './exif';
import {
	holds,
	inflated,
	joined,
	latin1,
	saysNothing,
	type Part,
	type PictureFormat
} from './format';

const SIGNATURE = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);
const XMP = 'XML:com.adobe.xmp';
/** Metres in an inch: density is given by the metre (clause 11.3.4.3). */
const INCH = 0.0254;
/** Colour types with an alpha channel, and those of grey alone (clause 11.2.1). */
const CLEAR = [4, 6];
const GREY = [0, 4];
/** Chunks that say what colours mean without a profile; one of sRGB says nothing else than its profile. */
const DESCRIBES = ['gAMA', 'cHRM', 'cICP'];

/** PNG: W3C, Portable Network Graphics (third edition), clauses 5 and 11. */
export const png: PictureFormat = {
	type: 'image/png',
	ending: '.png',
	begins: (bytes) => holds(bytes, SIGNATURE),
	*parts(bytes) {
		const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
		for (let from = SIGNATURE.length; from + 12 <= bytes.length;) {
			const to = from + 12 + view.getUint32(from);
			if (to > bytes.length) return false;
			const name = latin1(bytes.subarray(from + 4, from + 8));
			yield { name, data: bytes.subarray(from + 8, to - 4), from, to };
			if (name === 'IEND') return true;
			from = to;
		}
		return false;
	},
	isSound: (bytes, { from, to }) =>
		crc.buf(bytes.subarray(from + 4, to - 4), 0) >>> 0 ===
		new DataView(bytes.buffer, bytes.byteOffset).getUint32(to - 4),
	says(parts) {
		const find = (name: string) => parts.find((part) => part.name === name)?.data;
		const header = find('IHDR');
		if (!header || header.length < 13) return null;
		const numbers = viewOf(header);
		const [profile, exif, density, animation] = ['iCCP', 'eXIf', 'pHYs', 'acTL'].map(find);
		const found = textsIn(parts);
		const xmp = found.get(XMP) ?? null;
		found.delete(XMP);
		return {
			...saysNothing,
			...(exif && readExif(exif)),
			...(density && density.length >= 9 && density[8] === 1
				? {
						density: {
							x: viewOf(density).getUint32(0) * INCH,
							y: viewOf(density).getUint32(4) * INCH
						}
					}
				: {}),
			width: numbers.getUint32(0),
			height: numbers.getUint32(4),
			alpha: CLEAR.includes(header[9]) || find('tRNS') !== undefined,
			frames: animation && animation.length >= 4 ? viewOf(animation).getUint32(0) : 1,
			// Its name, an end, how it is packed, and the profile.
			profile: profile ? inflated(profile.subarray(profile.indexOf(0) + 2)) : null,
			texts: found,
			xmp
		};
	},
	withXmp(bytes, parts, _says, packet) {
		const others = parts.filter((part) => keywordOf(part) !== XMP);
		const text = joined([strToU8(XMP, true), new Uint8Array(5), strToU8(packet)]);
		const [header, ...rest] = others.map(({ from, to }) => bytes.subarray(from, to));
		return [SIGNATURE, header, chunk('iTXt', text), ...rest];
	},
	withPrint(bytes, parts, _says, { perInch, profile: wanted }) {
		const has = (name: string) => parts.some((part) => part.name === name);
		// A profile of three colours fits no grey picture, and none is to contradict what the picture says.
		const isOther = GREY.includes(parts[0].data[9]) || (!has('sRGB') && DESCRIBES.some(has));
		const profile = isOther ? undefined : wanted;
		const replaced = [
			...(perInch ? ['pHYs'] : []),
			...(profile ? ['iCCP', 'sRGB', ...DESCRIBES] : [])
		];
		const others = parts.filter(({ name }) => !replaced.includes(name));
		const [header, ...rest] = others.map(({ from, to }) => bytes.subarray(from, to));
		const density = new Uint8Array(9);
		const perMetre = Math.round((perInch ?? 0) / INCH);
		for (const at of [0, 4]) viewOf(density).setUint32(at, perMetre);
		density[8] = 1;
		return [
			SIGNATURE,
			header,
			// Its name, an end, and how it is packed: by zlib.
			...(profile
				? [chunk('iCCP', joined([strToU8('sRGB', true), new Uint8Array(2), zlibSync(profile)]))]
				: []),
			...(perInch ? [chunk('pHYs', density)] : []),
			...rest
		];
	}
};

const viewOf = (data: Uint8Array) => new DataView(data.buffer, data.byteOffset, data.byteLength);

/** A chunk as it is written: its length, its name, its data and a check sum. */
function chunk(name: string, data: Uint8Array): Uint8Array<ArrayBuffer> {
	const out = new Uint8Array(12 + data.length);
	out.set(strToU8(name, true), 4);
	out.set(data, 8);
	const view = viewOf(out);
	view.setUint32(0, data.length);
	view.setUint32(8 + data.length, crc.buf(out.subarray(4, 8 + data.length), 0) >>> 0);
	return out;
}

/** How the text of a chunk is read from what lies behind its keyword (clause 11.3.3); null for damaged data. */
const texts: Partial<Record<string, (data: Uint8Array) => string | null>> = {
	tEXt: latin1,
	// How it is packed, then the data.
	zTXt: (data) => read(inflated(data.subarray(1)), latin1),
	iTXt: (data) => read(international(data), strFromU8)
};

const read = (data: Uint8Array | null, by: (data: Uint8Array) => string): string | null =>
	data && by(data);

/** The keyword of a part that is a text; null for any other part. */
const keywordOf = ({ name, data }: Part): string | null =>
	name in texts && data.includes(0) ? latin1(data.subarray(0, data.indexOf(0))) : null;

function textsIn(parts: readonly Part[]): Map<string, string> {
	const found = new Map<string, string>();
	for (const part of parts) {
		const keyword = keywordOf(part);
		const text =
			keyword === null ? null : texts[part.name]!(part.data.subarray(keyword.length + 1));
		if (keyword !== null && text !== null) found.set(keyword, text);
	}
	return found;
}

/** The text of an iTXt chunk behind its keyword: compression flag and method, language, keyword, text. */
function international(data: Uint8Array): Uint8Array | null {
	let at = 2;
	for (let i = 0; i < 2; i++) {
		at = data.indexOf(0, at) + 1;
		if (!at) return null;
	}
	return data[0] === 1 ? inflated(data.subarray(at)) : data.subarray(at);
}

/**
 * A PNG of red, green and blue bytes.
 *
 * @param pixels row by row, 3 bytes a pixel
 */
export function pngOf(
	pixels: Uint8Array,
	{ width, height }: { width: number; height: number }
): Uint8Array<ArrayBuffer> {
	const header = new Uint8Array(13);
	viewOf(header).setUint32(0, width);
	viewOf(header).setUint32(4, height);
	header.set([8, 2, 0, 0, 0], 8);
	// Every row begins with the filter that it is written by: none.
	const rows = new Uint8Array(height * (width * 3 + 1));
	for (let y = 0; y < height; y++)
		rows.set(pixels.subarray(y * width * 3, (y + 1) * width * 3), y * (width * 3 + 1) + 1);
	return joined([
		SIGNATURE,
		chunk('IHDR', header),
		chunk('IDAT', zlibSync(rows)),
		chunk('IEND', new Uint8Array())
	]);
}
