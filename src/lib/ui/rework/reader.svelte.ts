import { readColour, type ColourRead } from '$lib/core/measure';

/** Reads colours off what is shown. */
export class ReaderState {
	/** The latest; null before anything was read. */
	read = $state.raw<ColourRead | null>(null);
	/** Where, as shares of the picture. */
	box = $state.raw<{ left: number; top: number; width: number; height: number } | null>(null);

	/** Reads a point, or the area between two places, as shares of the picture. */
	at(canvas: HTMLCanvasElement, from: { x: number; y: number }, to = from): void {
		const clip = (share: number) => Math.min(1, Math.max(0, share));
		const [x0, x1] = [clip(Math.min(from.x, to.x)), clip(Math.max(from.x, to.x))];
		const [y0, y1] = [clip(Math.min(from.y, to.y)), clip(Math.max(from.y, to.y))];
		this.box = { left: x0, top: y0, width: x1 - x0, height: y1 - y0 };
		const { width, height } = canvas;
		const left = Math.min(width - 1, Math.floor(x0 * width));
		const top = Math.min(height - 1, Math.floor(y0 * height));
		const { data } = canvas
			.getContext('2d')!
			.getImageData(
				left,
				top,
				Math.max(1, Math.round((x1 - x0) * width)),
				Math.max(1, Math.round((y1 - y0) * height))
			);
		this.read = readColour(data);
	}
}
