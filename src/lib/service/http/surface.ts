import { createCanvas, type Canvas } from '@napi-rs/canvas';
import type { MakeSurface, Surface } from '$lib/service/standins';

const canvases = new WeakMap<Surface, Canvas>();

/** Surfaces drawn by a canvas library on the server. */
export const makeSurface: MakeSurface = (width, height) => {
	const canvas = createCanvas(width, height);
	const context = canvas.getContext('2d');
	const surface: Surface = {
		pen: context,
		pixels: () => context.getImageData(0, 0, width, height).data,
		clear() {
			context.reset();
		},
		free() {
			canvas.width = 1;
			canvas.height = 1;
		},
		lay: (over) => {
			context.setTransform(1, 0, 0, 1, 0, 0);
			context.drawImage(canvases.get(over)!, 0, 0);
		}
	};
	canvases.set(surface, canvas);
	return surface;
};
