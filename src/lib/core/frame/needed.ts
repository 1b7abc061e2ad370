import type { Size, TakeSettings } from '$lib/core/contract';

/** How large a picture is needed: to cover a frame, to fill it, or its longest side in pixels. */
export type Needed = { cover: Size } | { fill: Size } | { longest: number };

/** A picture with less than this many times the pixels that are needed is sent as it is. */
const ENOUGH = 2;

/**
 * Returns the size that a picture is brought to before it is sent: a photograph of 12 megapixels isn't
 * needed for a frame of one.
 *
 * @returns null for a picture that is sent as it is
 */
export function neededSize({ width, height }: Size, needed: Needed): Size | null {
	if ('fill' in needed)
		return width * height > ENOUGH * needed.fill.width * needed.fill.height ? needed.fill : null;
	const scale =
		'cover' in needed
			? Math.max(needed.cover.width / width, needed.cover.height / height)
			: needed.longest / Math.max(width, height);
	return scale * scale * ENOUGH < 1
		? { width: upTo(width * scale), height: upTo(height * scale) }
		: null;
}

/** The next whole number, but for what rounding adds. */
const upTo = (side: number): number => Math.ceil(side - 1e-6);

/** Longer side of a picture that an adapter is taught from, or that is described, in pixels. */
export const TAUGHT_SIDE = 1024;

/**
 * Returns how large each picture of a take is needed, by its id. A picture that the frame is extended
 * round is needed as it is, so it isn't in the map.
 */
export function neededFor(
	settings: Pick<TakeSettings, 'width' | 'height' | 'start' | 'mask' | 'references'>
): Map<string, Needed> {
	const { width, height, start, mask, references = [] } = settings;
	const frame = { width, height };
	const needed = new Map<string, Needed>();
	for (const { image } of references) needed.set(image, { cover: frame });
	if (mask) needed.set(mask.image, { fill: frame });
	if (start) needed.set(start.image, { cover: frame });
	if (start?.fit === 'extend') {
		needed.delete(start.image);
		if (mask) needed.delete(mask.image);
	}
	return needed;
}
