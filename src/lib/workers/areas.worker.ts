/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { expose } from 'comlink';
import { shaped, type Shaping, type Stroke } from '$lib/core/area';
import { drawStrokes } from './draw-strokes';

/** Makes masks of what was drawn on pictures, off the page's thread. */

/** How an area is seen. */
export interface AreaSeen {
	/** A PNG: transparent where the picture is kept. */
	tint: Blob;
	/** How much of the picture it is, 0 to 1. */
	share: number;
}

interface Size {
	width: number;
	height: number;
}

/** What was drawn, as a mask of so many pixels. */
function maskOf({ width, height }: Size, strokes: readonly Stroke[], shaping: Shaping): Uint8Array {
	const context = new OffscreenCanvas(width, height).getContext('2d', {
		willReadFrequently: true
	})!;
	drawStrokes(context, strokes, width, height);
	const { data } = context.getImageData(0, 0, width, height);
	const drawn = new Uint8Array(width * height);
	for (let p = 0; p < drawn.length; p++) drawn[p] = data[p * 4 + 3];
	return shaped(drawn, width, height, shaping);
}

async function png({ width, height }: Size, pixels: (out: Uint8ClampedArray) => void) {
	const canvas = new OffscreenCanvas(width, height);
	const context = canvas.getContext('2d')!;
	const image = context.createImageData(width, height);
	pixels(image.data);
	context.putImageData(image, 0, 0);
	return canvas.convertToBlob({ type: 'image/png' });
}

/** The area at the size of a screen, at once. */
async function seen(
	size: Size,
	strokes: readonly Stroke[],
	{ grow = 0, feather = 0 }: Shaping,
	[red, green, blue]: readonly [number, number, number],
	longest: number
): Promise<AreaSeen> {
	const scale = Math.min(1, longest / Math.max(size.width, size.height));
	const small = {
		width: Math.max(1, Math.round(size.width * scale)),
		height: Math.max(1, Math.round(size.height * scale))
	};
	const mask = maskOf(small, strokes, { grow: grow * scale, feather: feather * scale });
	let sum = 0;
	for (const value of mask) sum += value;
	const tint = await png(small, (out) => {
		for (let p = 0, i = 0; p < mask.length; p++, i += 4) {
			out[i] = red;
			out[i + 1] = green;
			out[i + 2] = blue;
			out[i + 3] = mask[p];
		}
	});
	return { tint, share: sum / (255 * mask.length) };
}

/** A PNG as large as the picture: white is made anew, black is kept. */
async function mask(size: Size, strokes: readonly Stroke[], shaping: Shaping): Promise<Blob> {
	const values = maskOf(size, strokes, shaping);
	return png(size, (out) => {
		for (let p = 0, i = 0; p < values.length; p++, i += 4) {
			out[i] = out[i + 1] = out[i + 2] = values[p];
			out[i + 3] = 255;
		}
	});
}

const api = { seen, mask };
export type AreasApi = typeof api;

expose(api);
