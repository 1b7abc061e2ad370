import type { Size } from '$lib/core/contract';

const up = (px: number, multiple: number): number => Math.ceil(px / multiple - 1e-9) * multiple;
const near = (px: number, multiple: number): number =>
	Math.max(multiple, Math.round(px / multiple) * multiple);

/**
 * The smallest frame of about a ratio that holds a picture at its own size.
 *
 * @param ratio width over height
 * @param multiple both sides are multiples of this many pixels
 */
export function frameRound({ width, height }: Size, ratio: number, multiple = 64): Size {
	return width / height < ratio
		? {
				width: Math.max(up(width, multiple), near(height * ratio, multiple)),
				height: up(height, multiple)
			}
		: {
				width: up(width, multiple),
				height: Math.max(up(height, multiple), near(width / ratio, multiple))
			};
}

/** The frame that comes nearest to a picture so many times as large, along each side. */
export const frameTimes = ({ width, height }: Size, times: number, multiple = 64): Size => ({
	width: near(width * times, multiple),
	height: near(height * times, multiple)
});
