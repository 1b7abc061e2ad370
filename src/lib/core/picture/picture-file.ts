import { FileProblem } from '$lib/core/problem';
import { joined, type Part, type PictureFormat, type PictureSays } from './format';
import { kindOf } from './kinds';
import { srgbProfile } from './srgb';

/** What a picture file says of itself, and whether all of it is there. */
export interface PictureHead extends PictureSays {
	kind: PictureFormat;
	isWhole: boolean;
}

/** What is kept as a picture at most: larger ones would fill the memory when they are decoded. */
export const pictureBounds = { bytes: 64 * 1024 * 1024, side: 16_384, pixels: 8192 * 8192 };

const NO_PICTURE = 'This is not a PNG, JPEG or WebP picture.';
const CUT = 'The picture is cut off: its end is missing. Copy the whole file again.';

function partsOf(bytes: Uint8Array): { kind: PictureFormat; parts: Part[]; isWhole: boolean } {
	const kind = kindOf(bytes);
	if (!kind) throw new FileProblem(NO_PICTURE);
	const parts: Part[] = [];
	const all = kind.parts(bytes);
	for (let one = all.next(); ; one = all.next()) {
		if (one.done) return { kind, parts, isWhole: one.value };
		parts.push(one.value);
	}
}

/**
 * Reads what a picture says of itself from its bytes, before anything decodes it. What its name or its sender
 * says doesn't count.
 *
 * @throws {FileProblem} for what is no picture, is cut off before its size, or is too large
 */
export function pictureHead(bytes: Uint8Array): PictureHead {
	if (bytes.byteLength > pictureBounds.bytes && kindOf(bytes))
		throw new FileProblem(
			`The picture has ${(bytes.byteLength / 1048576).toFixed(0)} MB. ${pictureBounds.bytes / 1048576} MB is the most.`
		);
	const { kind, parts, isWhole } = partsOf(bytes);
	const says = kind.says(parts);
	if (!says?.width || !says.height)
		throw new FileProblem('The picture is damaged, or cut off at its start.');
	const { width, height } = says;
	const { side, pixels } = pictureBounds;
	if (Math.max(width, height) > side || width * height > pixels)
		throw new FileProblem(
			`The picture has ${width}\u00d7${height} pixels. A side of ${side} and ${Math.round(pixels / 1e6)} million pixels are the most.`
		);
	return { ...says, kind, isWhole };
}

/**
 * Where a picture ends, in bytes: what lies behind it is no part of it. A picture that is cut short ends
 * with its bytes.
 */
export function pictureEnd(bytes: Uint8Array): number {
	if (!kindOf(bytes)) return bytes.length;
	const { parts, isWhole } = partsOf(bytes);
	return isWhole ? (parts.at(-1)?.to ?? bytes.length) : bytes.length;
}

/** A picture's parts. Throws a FileProblem for one that isn't whole. */
function wholeParts(bytes: Uint8Array) {
	const read = partsOf(bytes);
	if (!read.isWhole) throw new FileProblem(CUT);
	const broken = read.parts.find((part) => read.kind.isSound?.(bytes, part) === false);
	if (broken)
		throw new FileProblem(
			`The picture is damaged: its part \u201c${broken.name}\u201d does not add up. Choose another copy of it.`
		);
	const says = read.kind.says(read.parts);
	if (!says) throw new FileProblem('The picture is damaged: its size is missing.');
	return { ...read, says };
}

/**
 * The XMP packet in a picture; null for none.
 *
 * @throws {FileProblem} for what is no picture, or not a whole one
 */
export const xmpIn = (bytes: Uint8Array): string | null => wholeParts(bytes).says.xmp;

/**
 * The same picture with an XMP packet, in place of one that it had. Its pixels and everything else that
 * it says stay as they are.
 *
 * @throws {FileProblem} for what is no picture or not a whole one, and where the packet doesn't fit
 */
export function withXmp(bytes: Uint8Array, packet: string): Uint8Array<ArrayBuffer> {
	const { kind, parts, says } = wholeParts(bytes);
	return joined(kind.withXmp(bytes, parts, says, packet));
}

/**
 * The same picture as printers and shops want it: with the profile of sRGB, where it has none of its own, and with
 * a density.
 *
 * @param perInch pixels per inch; what it says already without
 * @throws {FileProblem} for what is no picture or not a whole one
 */
export function readyToPrint(bytes: Uint8Array, perInch?: number): Uint8Array<ArrayBuffer> {
	const { kind, parts, says } = wholeParts(bytes);
	const profile = says.profile ? undefined : srgbProfile;
	return joined(kind.withPrint(bytes, parts, says, { perInch, profile }));
}

/** Throws a FileProblem for a picture whose end is missing. */
export function mustBeWhole({ isWhole }: Pick<PictureHead, 'isWhole'>): void {
	if (!isWhole) throw new FileProblem(CUT);
}
