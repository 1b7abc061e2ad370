import { createCanvas, type Canvas } from '@napi-rs/canvas';
import type { MakeSurface, Surface } from '$lib/service/standins';

const canvases = new WeakMap<Surface, Canvas>();

/** Surfaces drawn by a canvas library on the server. */
export const makeSurface: MakeSurface = (width, height) => {
	const canvas = createCanvas(width, height);
	const context = canvas.getContext('2d');
	const surface: Surface = {
		pen: context,
		pixels: () => new Uint8ClampedArray(context.getImageData(0, 0, width, height).data),
		lay: (over) => {
			context.setTransform(1, 0, 0, 1, 0, 0);
			context.drawImage(canvases.get(over)!, 0, 0);
		}
	};
	canvases.set(surface, canvas);
	return surface;
};
