/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { expose } from 'comlink';
import { FileProblem, pictureHead } from '$lib/core/formats';
import { neededSize, type Needed } from '$lib/core/frame';
import { palette, tone, type Swatch, type Tone } from '$lib/core/measure';

/** Decodes, shrinks and hashes pictures, off the page's thread. */

/** Longer side of a thumbnail in pixels. */
const THUMBNAIL = 384;

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
}

/** A picture drawn smaller, its longer side at most `side` pixels. */
async function shrunk(picture: Blob, side: number) {
	const full = await createImageBitmap(picture);
	const scale = Math.min(1, side / Math.max(full.width, full.height));
	const width = Math.max(1, Math.round(full.width * scale));
	const height = Math.max(1, Math.round(full.height * scale));
	const canvas = new OffscreenCanvas(width, height);
	const context = canvas.getContext('2d')!;
	context.imageSmoothingQuality = 'high';
	context.drawImage(full, 0, 0, width, height);
	const own = { width: full.width, height: full.height };
	full.close();
	return { canvas, context, width, height, own };
}

/**
 * Whatever comes in as a picture goes through here: its bytes say what it is, its size is within
 * bounds before it is decoded, and it can be decoded. The bytes are kept as they came.
 */
async function admit(given: Blob): Promise<Admitted> {
	const bytes = await given.arrayBuffer();
	const { kind } = pictureHead(new Uint8Array(bytes));
	const picture = new Blob([bytes], { type: kind.type });
	try {
		const { canvas, own } = await shrunk(picture, THUMBNAIL);
		const thumbnail = await canvas.convertToBlob({ type: 'image/webp', quality: 0.8 });
		return { picture, thumbnail, ...own };
	} catch {
		throw new FileProblem('The picture cannot be decoded: it is damaged, or cut off.');
	}
}

/** The red, green and blue bytes of canvas data, row by row. */
function withoutAlpha(data: Uint8ClampedArray): Uint8Array<ArrayBuffer> {
	const bytes = new Uint8Array((data.length / 4) * 3);
	for (let i = 0, o = 0; i < data.length; i += 4, o += 3) {
		bytes[o] = data[i];
		bytes[o + 1] = data[i + 1];
		bytes[o + 2] = data[i + 2];
	}
	return bytes;
}

async function colours(picture: Blob): Promise<Colours> {
	const { context, width, height } = await shrunk(picture, MEASURED);
	const bytes = withoutAlpha(context.getImageData(0, 0, width, height).data);
	return { palette: palette(bytes), tone: tone(bytes) };
}

/** SHA-256 of the picture's red, green and blue bytes, row by row, in hex. */
async function pixels(picture: Blob): Promise<string> {
	const full = await createImageBitmap(picture, {
		colorSpaceConversion: 'none',
		premultiplyAlpha: 'none'
	});
	const canvas = new OffscreenCanvas(full.width, full.height);
	const context = canvas.getContext('2d', { willReadFrequently: true })!;
	context.drawImage(full, 0, 0);
	const { data } = context.getImageData(0, 0, full.width, full.height);
	const digest = await crypto.subtle.digest('SHA-256', withoutAlpha(data));
	return [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, '0')).join('');
}

/** A picture at a size for a screen, without anything that its file says besides. */
async function plain(picture: Blob, longest: number): Promise<string> {
	const { context } = await shrunk(picture, longest);
	const { canvas } = context;
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
async function asNeeded(picture: Blob, needed: Needed): Promise<Blob | null> {
	// Decoded as it is shown: a photograph may say that it lies on its side.
	const full = await createImageBitmap(picture);
	const size = neededSize(full, needed);
	if (!size) return null;
	const canvas = new OffscreenCanvas(size.width, size.height);
	const context = canvas.getContext('2d')!;
	// What shines through is white, as on paper.
	context.fillStyle = '#ffffff';
	context.fillRect(0, 0, size.width, size.height);
	context.imageSmoothingQuality = 'high';
	context.drawImage(full, 0, 0, size.width, size.height);
	full.close();
	return canvas.convertToBlob({ type: 'image/png' });
}

const api = { admit, pixels, colours, plain, asNeeded };
export type PicturesApi = typeof api;

expose(api);
