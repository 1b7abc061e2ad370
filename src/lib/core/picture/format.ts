import { strFromU8, Unzlib } from 'fflate';

/** One part of a picture file: a chunk of a PNG or a WebP, a segment of a JPEG with the data that follows it. */
export interface Part {
	/** Four letters, or a JPEG's marker as two hexadecimal digits. */
	name: string;
	data: Uint8Array;
	/** Where the whole part begins and ends in the file, in bytes. */
	from: number;
	to: number;
}

/** What a picture file says of itself, apart from its pixels. */
export interface PictureSays {
	/** As the pixels lie in the file: an orientation of 5 to 8 swaps them on a screen. */
	width: number;
	height: number;
	/** How it is turned to be seen: 1 is upright (Exif 2.3, tag 274). */
	orientation: number;
	/** Whether pixels may be clear. */
	alpha: boolean;
	/** Pictures that follow each other: 1 for one that stands still. */
	frames: number;
	/** The colour profile, as the ICC defines it; null for none. */
	profile: Uint8Array | null;
	/** Pixels per inch, across and down; null for none. */
	density: { x: number; y: number } | null;
	/** Texts by their keywords. */
	texts: ReadonlyMap<string, string>;
	/** The XMP packet (ISO 16684-1); null for none. */
	xmp: string | null;
}

/** What is written into a picture for printers and shops. */
interface PrintFacts {
	/** Pixels per inch, across and down; as it was without. */
	perInch?: number;
	/** A colour profile; the picture's own without. */
	profile?: Uint8Array;
}

/** A format of picture files. */
export interface PictureFormat {
	type: 'image/png' | 'image/jpeg' | 'image/webp';
	ending: `.${string}`;
	begins: (bytes: Uint8Array) => boolean;
	/**
	 * Its parts, one after the other, as far as all their bytes are there.
	 *
	 * @returns whether the file goes on to its end
	 */
	parts: (bytes: Uint8Array) => Generator<Part, boolean>;
	/** What the parts say; null where they don't tell the size. */
	says: (parts: readonly Part[]) => PictureSays | null;
	/** Whether a part is as it was written, where the format can tell. */
	isSound?: (bytes: Uint8Array, part: Part) => boolean;
	/**
	 * The pieces of the same file with an XMP packet, in place of one that was there.
	 *
	 * @throws {FileProblem} where the packet doesn't fit
	 */
	withXmp: (
		bytes: Uint8Array,
		parts: readonly Part[],
		says: PictureSays,
		packet: string
	) => Uint8Array[];
	/** The pieces of the same file with a density and a profile, in place of those that were there. */
	withPrint: (
		bytes: Uint8Array,
		parts: readonly Part[],
		says: PictureSays,
		facts: PrintFacts
	) => Uint8Array[];
}

/** What a picture says that says nothing more. */
export const saysNothing = {
	orientation: 1,
	alpha: false,
	frames: 1,
	profile: null,
	density: null,
	texts: new Map<string, string>(),
	xmp: null
} satisfies Omit<PictureSays, 'width' | 'height'>;

export const latin1 = (bytes: Uint8Array): string => strFromU8(bytes, true);

/** Whether bytes hold others from a place on. */
export const holds = (bytes: Uint8Array, others: ArrayLike<number>, at = 0): boolean =>
	Array.prototype.every.call(others, (byte: number, i: number) => bytes[at + i] === byte);

/** The most bytes that are unpacked of a part. */
const MOST_UNPACKED = 16 * 1024 ** 2;
const PIECE = 16 * 1024;

/** Unpacks zlib data (RFC 1950); null for what is damaged or too large. */
export function inflated(data: Uint8Array): Uint8Array | null {
	const pieces: Uint8Array[] = [];
	let size = 0;
	const unpacking = new Unzlib((piece) => {
		pieces.push(piece);
		size += piece.length;
	});
	try {
		// In pieces, so that data that swells is stopped while it does.
		for (let at = 0; at < data.length && size <= MOST_UNPACKED; at += PIECE)
			unpacking.push(data.subarray(at, at + PIECE), at + PIECE >= data.length);
	} catch {
		return null;
	}
	return size <= MOST_UNPACKED ? joined(pieces) : null;
}

/** Pieces of bytes as one. */
export function joined(pieces: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
	const out = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0));
	let at = 0;
	for (const piece of pieces) {
		out.set(piece, at);
		at += piece.length;
	}
	return out;
}
