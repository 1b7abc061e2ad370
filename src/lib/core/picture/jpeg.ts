import { strFromU8, strToU8 } from 'fflate';
import { readExif } from './exif';
import { FileProblem } from '$lib/core/problem';
import {
	holds,
	joined,
	latin1,
	saysNothing,
	type Part,
	type PictureFormat,
	type PictureSays
} from './format';

/** What segments of other standards begin with: XMP (ISO 16684-3), Exif 2.3, ICC.1, JFIF 1.02. */
const [XMP, EXIF, ICC, JFIF] = [
	'http://ns.adobe.com/xap/1.0/\0',
	'Exif\0\0',
	'ICC_PROFILE\0',
	'JFIF\0'
].map((text) => strToU8(text, true));
/** A segment's length is said in two bytes, themselves among it. */
const MOST = 65_533;
/** Pixels by the inch for what JFIF gives a density in. */
const PER_INCH: Partial<Record<number, number>> = { 1: 1, 2: 2.54 };

const [START, END, SCAN] = [0xd8, 0xd9, 0xda];
/** Frame headers, SOF0 to SOF15, but for tables and extensions that lie between them. */
const isFrame = (marker: number) =>
	marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker);
/** Restart markers and TEM, which stand alone. */
const standsAlone = (marker: number) => marker === 0x01 || (marker >= 0xd0 && marker <= 0xd8);

/** JPEG: ITU-T T.81, annex B. */
export const jpeg: PictureFormat = {
	type: 'image/jpeg',
	ending: '.jpg',
	begins: (bytes) => holds(bytes, [0xff, START, 0xff]),
	*parts(bytes) {
		const part = (marker: number, from: number, data: Uint8Array, to: number): Part => ({
			name: marker.toString(16),
			data,
			from,
			to
		});
		for (let from = 2; ;) {
			if (bytes[from] !== 0xff) return false;
			// Any number of bytes of 255 may stand before a marker (B.1.1.2).
			let at = from + 1;
			while (bytes[at] === 0xff) at++;
			const marker = bytes[at++];
			if (marker === undefined || marker === 0) return false;
			if (marker === END || standsAlone(marker)) {
				yield part(marker, from, bytes.subarray(at, at), at);
				if (marker === END) return true;
				from = at;
				continue;
			}
			if (at + 2 > bytes.length) return false;
			const behind = at + ((bytes[at] << 8) | bytes[at + 1]);
			if (behind < at + 2 || behind > bytes.length) return false;
			const to = marker === SCAN ? scanEnd(bytes, behind) : behind;
			yield part(marker, from, bytes.subarray(at + 2, behind), to);
			from = to;
		}
	},
	says(parts) {
		const frame = frameOf(parts);
		if (!frame || frame.length < 5) return null;
		const exif = under(parts, 'e1', EXIF)[0];
		const xmp = under(parts, 'e1', XMP)[0];
		// Each of its parts says which one it is, from 1, and how many there are.
		const profile = under(parts, 'e2', ICC)
			.sort((a, b) => a[0] - b[0])
			.map((data) => data.subarray(2));
		return {
			...saysNothing,
			density: jfifDensity(parts),
			...(exif && readExif(exif)),
			height: (frame[1] << 8) | frame[2],
			width: (frame[3] << 8) | frame[4],
			profile: profile.length ? joined(profile) : null,
			texts: new Map(
				parts.flatMap(({ name, data }) => (name === 'fe' ? [['Comment', latin1(data)]] : []))
			),
			xmp: xmp ? strFromU8(xmp) : null
		};
	},
	withXmp(bytes, parts, _says, packet) {
		const text = joined([XMP, strToU8(packet)]);
		const length = 2 + text.length;
		if (length > MOST)
			throw new FileProblem(
				'Its settings are too long for a JPEG. Save it as a PNG or a WebP picture.'
			);
		const others = parts.filter(({ name, data }) => name !== 'e1' || !holds(data, XMP));
		// The segment that names the format stands first (JFIF 1.02).
		const first = others[0]?.name === 'e0' ? 1 : 0;
		const raw = others.map(({ from, to }) => bytes.subarray(from, to));
		return [
			Uint8Array.of(0xff, START),
			...raw.slice(0, first),
			segment(0xe1, text),
			...raw.slice(first)
		];
	},
	withPrint(bytes, parts, _says, { perInch, profile: wanted }) {
		// How many components a picture has stands behind its size (B.2.2): a profile of three fits three.
		const profile = frameOf(parts)?.[5] === 3 ? wanted : undefined;
		const others = parts.filter(
			({ name, data }) =>
				!(perInch && name === 'e0' && holds(data, JFIF)) &&
				!(profile && name === 'e2' && holds(data, ICC))
		);
		const raw = others.map(({ from, to }) => bytes.subarray(from, to));
		const first = !perInch && others[0]?.name === 'e0' ? 1 : 0;
		const inches = Math.min(0xffff, Math.round(perInch ?? 0));
		const density = [inches >> 8, inches & 255];
		return [
			Uint8Array.of(0xff, START),
			// Version 1.02, density by the inch, no thumbnail.
			...(perInch
				? [segment(0xe0, joined([JFIF, Uint8Array.of(1, 2, 1, ...density, ...density, 0, 0)]))]
				: []),
			...raw.slice(0, first),
			// The first part of one.
			...(profile ? [segment(0xe2, joined([ICC, Uint8Array.of(1, 1), profile]))] : []),
			...raw.slice(first)
		];
	}
};

/** What the frame header says, behind its length. */
const frameOf = (parts: readonly Part[]): Uint8Array | undefined =>
	parts.find(({ name }) => isFrame(Number.parseInt(name, 16)))?.data;

/** A segment as it is written: its marker, its length, its data. */
function segment(marker: number, data: Uint8Array): Uint8Array {
	const length = 2 + data.length;
	return joined([Uint8Array.of(0xff, marker, length >> 8, length & 255), data]);
}

/** Where the data of a scan ends: bytes of 255 in it are followed by 0 or by a restart marker. */
function scanEnd(bytes: Uint8Array, from: number): number {
	for (let at = from; ; at++) {
		at = bytes.indexOf(0xff, at);
		if (at < 0 || at + 1 >= bytes.length) return bytes.length;
		const next = bytes[at + 1];
		if (next !== 0 && next !== 0xff && !(next >= 0xd0 && next <= 0xd7)) return at;
	}
}

/** The data of segments of one marker that begin with something, behind it. */
const under = (parts: readonly Part[], marker: string, first: Uint8Array): Uint8Array[] =>
	parts.flatMap(({ name, data }) =>
		name === marker && holds(data, first) ? [data.subarray(first.length)] : []
	);

function jfifDensity(parts: readonly Part[]): PictureSays['density'] {
	const data = under(parts, 'e0', JFIF)[0];
	// Two bytes of version, the unit, then the density across and down.
	const unit = data?.length >= 7 ? PER_INCH[data[2]] : undefined;
	if (!unit) return null;
	const [x, y] = [(data[3] << 8) | data[4], (data[5] << 8) | data[6]];
	return { x: x * unit, y: y * unit };
}
