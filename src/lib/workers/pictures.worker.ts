/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { expose } from 'comlink';
import { neededSize, type Needed } from '$lib/core/frame';
import { palette, solidOf, tone, type Swatch, type Tone } from '$lib/core/measure';
import { mustBeWhole, pictureHead } from '$lib/core/picture';
import { FileProblem } from '$lib/core/problem';
import { decoded, decodedWithin, drawn, pixelsOf, thumbnailOf, within } from './decode';

/** Decodes, shrinks and hashes pictures, off the page's thread. */

/** Longer side of the picture that colours are measured in. */
const MEASURED = 128;

/** What is measured in the colours of a picture. */
export interface Colours {
	palette: Swatch[];
	tone: Tone;
}

/** A picture that may be kept: its kind by its bytes, and its size as it is shown. */
export interface Admitted {
	picture: Blob;
	thumbnail: Blob;
	width: number;
	height: number;
	/** Whether it moves: its first frame is kept, as a PNG. */
	moves: boolean;
}

/**
 * Whatever comes in as a picture goes through here: its bytes say what it is, all of it is there, its size
 * is within bounds before it is decoded, and it can be decoded. The bytes are kept as they came, unless
 * they move.
 */
async function admit(given: Blob): Promise<Admitted> {
	const bytes = await given.arrayBuffer();
	const head = pictureHead(new Uint8Array(bytes));
	mustBeWhole(head);
	const moves = head.frames > 1;
	const picture = new Blob([bytes], { type: head.kind.type });
	try {
		return await decoded(picture, async (image) => ({
			picture: moves ? await drawn(image).convertToBlob({ type: 'image/png' }) : picture,
			thumbnail: await thumbnailOf(image),
			width: image.width,
			height: image.height,
			moves
		}));
	} catch {
		throw new FileProblem('The picture is damaged: it can\u2019t be decoded.');
	}
}

async function colours(picture: Blob): Promise<Colours> {
	const { pixels } = await decodedWithin(picture, MEASURED);
	const solid = solidOf(pixels);
	return { palette: palette(solid), tone: tone(solid) };
}

/** SHA-256 of the picture's red, green and blue bytes, row by row, in hex. */
async function pixels(picture: Blob): Promise<string> {
	// A service says the sum of what it wrote, before any profile is applied.
	const { pixels: rgba } = await decoded(picture, (image) => pixelsOf(image), true);
	const rgb = new Uint8Array((rgba.length / 4) * 3);
	for (let i = 0, o = 0; i < rgba.length; i += 4, o += 3) {
		rgb[o] = rgba[i];
		rgb[o + 1] = rgba[i + 1];
		rgb[o + 2] = rgba[i + 2];
	}
	const digest = await crypto.subtle.digest('SHA-256', rgb);
	return [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, '0')).join('');
}

/** A picture at a size for a screen, without anything that its file says besides. */
async function plain(picture: Blob, longest: number): Promise<string> {
	const canvas = await decoded(picture, (image) => drawn(image, within(image, longest)));
	const bytes = new Uint8Array(
		await (await canvas.convertToBlob({ type: 'image/webp', quality: 0.9 })).arrayBuffer()
	);
	let text = '';
	// In parts: a call takes so many arguments.
	for (let i = 0; i < bytes.length; i += 8192)
		text += String.fromCharCode(...bytes.subarray(i, i + 8192));
	return `data:image/webp;base64,${btoa(text)}`;
}

/** A picture as large as it is needed, without loss; null for one that is not too large. */
const asNeeded = (picture: Blob, needed: Needed): Promise<Blob | null> =>
	decoded(picture, (image) => {
		const size = neededSize(image, needed);
		// What shines through is white, as on paper.
		return size ? drawn(image, size, { under: '#fff' }).convertToBlob({ type: 'image/png' }) : null;
	});

const api = { admit, pixels, colours, plain, asNeeded };
export type PicturesApi = typeof api;

expose(api);
