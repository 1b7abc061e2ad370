import { createCanvas } from '@napi-rs/canvas';
import type { MakeSurface } from '$lib/core/standins';

/** Surfaces drawn by a canvas library on the server. */
export const makeSurface: MakeSurface = (width, height) => {
	const canvas = createCanvas(width, height);
	const context = canvas.getContext('2d');
	return {
		pen: context,
		pixels: () => new Uint8ClampedArray(context.getImageData(0, 0, width, height).data)
	};
};
