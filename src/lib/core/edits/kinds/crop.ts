import { z } from 'zod';
import { defineEdit } from '../edit';

const share = z.number().min(0).max(1);

/** What is kept of a picture, as shares of its width and height. */
export const Crop = z
	.strictObject({ left: share, top: share, width: share, height: share })
	.refine(({ left, width }) => width > 0 && left + width <= 1 + 1e-9, 'it reaches beyond a side')
	.refine(({ top, height }) => height > 0 && top + height <= 1 + 1e-9, 'it reaches beyond a side');
export type Crop = z.infer<typeof Crop>;

/** The pixels that a crop keeps: at least one each way. */
export function cropBox({ left, top, width, height }: Crop, of: { width: number; height: number }) {
	const x = Math.min(of.width - 1, Math.round(left * of.width));
	const y = Math.min(of.height - 1, Math.round(top * of.height));
	return {
		x,
		y,
		width: Math.max(1, Math.min(of.width - x, Math.round(width * of.width))),
		height: Math.max(1, Math.min(of.height - y, Math.round(height * of.height)))
	};
}

/**
 * The largest crop of a ratio.
 *
 * @param ratio width over height
 * @param at which share of what is cut off lies at the left and above
 */
export function cropTo(
	of: { width: number; height: number },
	ratio: number,
	at: { x: number; y: number } = { x: 0.5, y: 0.5 }
): Crop {
	const own = of.width / of.height;
	const [width, height] = own > ratio ? [ratio / own, 1] : [1, own / ratio];
	return { left: at.x * (1 - width), top: at.y * (1 - height), width, height };
}

/** A crop of what another crop keeps, as one. */
export const cropWithin = (outer: Crop, inner: Crop): Crop => ({
	left: outer.left + inner.left * outer.width,
	top: outer.top + inner.top * outer.height,
	width: inner.width * outer.width,
	height: inner.height * outer.height
});

/** What a picture is cut for: width over height, and the pixels that are wanted, null for as many as there are. */
export interface CropUse {
	ratio: number;
	pixels: { width: number; height: number } | null;
	/** Dots per inch of a print. */
	dpi?: number;
}

/**
 * What of a picture goes out for a use: the middle of it in the use's ratio, and as many pixels as are
 * wanted where there are more. `perInch` is the density at which it prints at the use's own size.
 */
export function croppedFor(of: { width: number; height: number }, { ratio, pixels, dpi }: CropUse) {
	const crop = cropTo(of, ratio);
	const box = cropBox(crop, of);
	const enough = !pixels || (box.width >= pixels.width && box.height >= pixels.height);
	const size = pixels && enough ? pixels : { width: box.width, height: box.height };
	// With fewer pixels than are wanted it prints as large, and coarser.
	const perInch = dpi && pixels ? (dpi * size.width) / pixels.width : undefined;
	return { crop, box, size, enough, perInch };
}

export const crop = defineEdit({
	id: 'crop',
	label: 'Crop',
	value: Crop,
	idle: ({ width, height }) => width === 1 && height === 1,
	apply: (sheet, value) => {
		const box = cropBox(value, sheet);
		const pixels = new Uint8ClampedArray(box.width * box.height * 4);
		for (let y = 0; y < box.height; y++) {
			const from = ((box.y + y) * sheet.width + box.x) * 4;
			pixels.set(sheet.pixels.subarray(from, from + box.width * 4), y * box.width * 4);
		}
		return { width: box.width, height: box.height, pixels };
	},
	sizeAfter: (size, value) => {
		const { width, height } = cropBox(value, size);
		return { width, height };
	},
	says: ({ width, height }) => `cropped to ${Math.round(100 * width * height)}% of it`
});
