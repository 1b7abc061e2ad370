/// <reference lib="webworker" />
import { expose } from 'comlink';
import { shaped, type Shaping, type Stroke } from '$lib/core/area';
import { drawStrokes } from './draw-strokes';

/** Makes masks of what was drawn on pictures, off the page's thread. */

/** An area as it is sent, and as it is shown. */
export interface Area {
	/** A PNG as large as the picture: white is made anew, black is kept. */
	mask: Blob;
	/** The same for the eye: transparent where the picture is kept. */
	tint: Blob;
	/** How much of the picture it is, 0 to 1. */
	share: number;
}

async function png(width: number, height: number, fill: (data: Uint8ClampedArray) => void) {
	const canvas = new OffscreenCanvas(width, height);
	const context = canvas.getContext('2d')!;
	const image = context.createImageData(width, height);
	fill(image.data);
	context.putImageData(image, 0, 0);
	return canvas.convertToBlob({ type: 'image/png' });
}

async function area(
	{ width, height }: { width: number; height: number },
	strokes: readonly Stroke[],
	shaping: Shaping,
	colour: readonly [number, number, number]
): Promise<Area> {
	const canvas = new OffscreenCanvas(width, height);
	const context = canvas.getContext('2d', { willReadFrequently: true })!;
	drawStrokes(context, strokes, width, height);
	const { data } = context.getImageData(0, 0, width, height);
	const drawn = new Uint8Array(width * height);
	for (let p = 0; p < drawn.length; p++) drawn[p] = data[p * 4 + 3];
	const mask = shaped(drawn, width, height, shaping);
	let sum = 0;
	for (const value of mask) sum += value;
	return {
		mask: await png(width, height, (out) => {
			for (let p = 0; p < mask.length; p++) out.set([mask[p], mask[p], mask[p], 255], p * 4);
		}),
		tint: await png(width, height, (out) => {
			for (let p = 0; p < mask.length; p++) out.set([...colour, mask[p]], p * 4);
		}),
		share: sum / (255 * mask.length)
	};
}

const api = { area };
export type AreasApi = typeof api;

expose(api);
