import { FileProblem } from './errors';
import { kindOf, type PictureKind } from './kinds';

/** What the first bytes of a picture say of it. */
export interface PictureHead {
	kind: PictureKind;
	width: number;
	height: number;
}

/** What is kept as a picture at most: larger ones would fill the memory when they are decoded. */
export const pictureBounds = { bytes: 64 * 1024 * 1024, side: 16_384, pixels: 8192 * 8192 };

/**
 * Reads kind and size of a picture from its bytes, before anything decodes it, whatever whoever sent
 * it says that it is. Throws a FileProblem with a sentence for what is no picture, is cut off before
 * its size, or is too large.
 *
 * PNG: W3C, third edition, clause 11.2.1. JPEG: ITU-T T.81, B.2.2. WebP: RFC 9649, clause 2.
 */
export function pictureHead(bytes: Uint8Array): PictureHead {
	const kind = kindOf(bytes);
	if (!kind) throw new FileProblem('It is no PNG, JPEG or WebP picture.');
	if (bytes.byteLength > pictureBounds.bytes)
		throw new FileProblem(
			`The picture has ${(bytes.byteLength / 1048576).toFixed(0)} MB; ${pictureBounds.bytes / 1048576} MB at most are kept.`
		);
	const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
	let size: { width: number; height: number } | null;
	try {
		size = readers[kind.type](view);
	} catch (cause) {
		if (!(cause instanceof RangeError)) throw cause;
		size = null;
	}
	if (!size || !size.width || !size.height)
		throw new FileProblem('The picture is damaged, or cut off at its start.');
	const { width, height } = size;
	const { side, pixels } = pictureBounds;
	if (Math.max(width, height) > side || width * height > pixels)
		throw new FileProblem(
			`The picture has ${width}\u00d7${height} pixels; a side of ${side} and ${Math.round(pixels / 1e6)} million pixels at most are kept.`
		);
	return { kind, width, height };
}

/**
 * Where a picture ends, in bytes: what lies behind it is no part of it. A picture that is cut short, or
 * not read to its end here, ends with its bytes.
 *
 * PNG: W3C, third edition, clause 5.6. JPEG: ITU-T T.81, B.1.1.2. WebP: RFC 9649, clause 2.4.
 */
export function pictureEnd(bytes: Uint8Array): number {
	const kind = kindOf(bytes);
	const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
	try {
		return Math.min(bytes.length, kind ? ends[kind.type](view) : bytes.length);
	} catch (cause) {
		if (cause instanceof RangeError) return bytes.length;
		throw cause;
	}
}

const IEND = 0x49454e44;

const ends: Record<PictureKind['type'], (view: DataView) => number> = {
	'image/png'(view) {
		for (let at = 8; ;) {
			const [length, name] = [view.getUint32(at), view.getUint32(at + 4)];
			at += 12 + length;
			if (name === IEND) return at;
		}
	},
	'image/jpeg'(view) {
		for (let at = 2; ;) {
			// Data of a scan: a byte of 255 that is followed by 0, or by a restart marker, is part of it.
			while (view.getUint8(at) !== 0xff) at++;
			const marker = view.getUint8(at + 1);
			if (marker === 0xd9) return at + 2;
			const isData = marker === 0 || marker === 0xff || (marker >= 0xd0 && marker <= 0xd7);
			at += isData ? (marker === 0xff ? 1 : 2) : 2 + view.getUint16(at + 2);
		}
	},
	'image/webp': (view) => {
		const length = view.getUint32(4, true);
		return 8 + length + (length & 1);
	}
};

type Size = { width: number; height: number } | null;

const readers: Record<PictureKind['type'], (view: DataView) => Size> = {
	'image/png': (view) => ({ width: view.getUint32(16), height: view.getUint32(20) }),
	'image/jpeg'(view) {
		for (let at = 2; ;) {
			if (view.getUint8(at) !== 0xff) return null;
			const marker = view.getUint8(at + 1);
			if (marker === 0xff) {
				at++;
				continue;
			}
			// A frame header: SOF0 to SOF15, but for tables and extensions that lie between them.
			if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
				return { height: view.getUint16(at + 5), width: view.getUint16(at + 7) };
			if (marker === 0xda || marker === 0xd9) return null;
			at += 2 + view.getUint16(at + 2);
		}
	},
	'image/webp'(view) {
		const form = String.fromCharCode(...[12, 13, 14, 15].map((at) => view.getUint8(at)));
		const three = (at: number) => view.getUint16(at, true) + (view.getUint8(at + 2) << 16);
		if (form === 'VP8X') return { width: three(24) + 1, height: three(27) + 1 };
		if (form === 'VP8 ')
			return {
				width: view.getUint16(26, true) & 0x3fff,
				height: view.getUint16(28, true) & 0x3fff
			};
		if (form !== 'VP8L') return null;
		const bits = view.getUint32(21, true);
		return { width: (bits & 0x3fff) + 1, height: ((bits >>> 14) & 0x3fff) + 1 };
	}
};
