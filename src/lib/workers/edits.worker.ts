/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { expose, transfer } from 'comlink';
import { applied, histogram, type Edits, type Sheet } from '$lib/core/edits';
import { decoded } from './decoded';
import type { Keyed } from './measures.worker';

/** Makes edited pictures from their originals, off the page's thread. */

/** Longer side of a thumbnail in pixels. */
const THUMBNAIL = 384;
/** Quality of what is kept, as a render service's own: fine enough to judge. */
const QUALITY = 0.9;

/** An edited picture at the size of a screen, and how many pixels have each value. */
export interface EditPreview {
	picture: ImageBitmap;
	counts: [Uint32Array, Uint32Array, Uint32Array];
}

/** An edited picture as it is kept. */
export interface EditedPicture {
	picture: Blob;
	thumbnail: Blob;
	width: number;
	height: number;
}

/** The picture that previews are made of, decoded once: as it is asked for again and again. */
let shown: { key: string; sheets: Map<number, Sheet> } | undefined;

const canvasOf = ({ width, height, pixels }: Sheet): OffscreenCanvas => {
	const canvas = new OffscreenCanvas(width, height);
	const data = new ImageData(new Uint8ClampedArray(pixels), width, height);
	canvas.getContext('2d')!.putImageData(data, 0, 0);
	return canvas;
};

async function preview(
	{ key, picture }: Keyed,
	longest: number,
	edits: Edits
): Promise<EditPreview> {
	if (shown?.key !== key) shown = { key, sheets: new Map() };
	const { sheets } = shown;
	const own = sheets.get(longest) ?? (await decoded(picture, longest));
	sheets.set(longest, own);
	const sheet = applied(own, edits);
	const bitmap = canvasOf(sheet).transferToImageBitmap();
	return transfer({ picture: bitmap, counts: histogram(sheet) }, [bitmap]);
}

async function make(picture: Blob, edits: Edits): Promise<EditedPicture> {
	const canvas = canvasOf(applied(await decoded(picture), edits));
	const { width, height } = canvas;
	const small = new OffscreenCanvas(
		Math.max(1, Math.round(width * Math.min(1, THUMBNAIL / Math.max(width, height)))),
		Math.max(1, Math.round(height * Math.min(1, THUMBNAIL / Math.max(width, height))))
	);
	const context = small.getContext('2d')!;
	context.imageSmoothingQuality = 'high';
	context.drawImage(canvas, 0, 0, small.width, small.height);
	return {
		picture: await canvas.convertToBlob({ type: 'image/webp', quality: QUALITY }),
		thumbnail: await small.convertToBlob({ type: 'image/webp', quality: 0.8 }),
		width,
		height
	};
}

/** The same from the lossless picture, as a PNG. */
async function png(picture: Blob, edits: Edits): Promise<Blob> {
	return canvasOf(applied(await decoded(picture), edits)).convertToBlob({ type: 'image/png' });
}

const api = { preview, make, png };
export type EditsApi = typeof api;

expose(api);
