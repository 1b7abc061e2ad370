import type { Size } from '$lib/core/contract';

const up = (px: number, multiple: number): number => Math.ceil(px / multiple - 1e-9) * multiple;
const near = (px: number, multiple: number): number =>
	Math.max(multiple, Math.round(px / multiple) * multiple);

/** A side of a frame that is drawn out. */
export type Side = 'left' | 'right' | 'top' | 'bottom';

/** A frame round a picture, and which share of what is added lies at the left and above. */
export interface Round {
	frame: Size;
	at: { x: number; y: number };
}

/**
 * A frame of which one side is drawn out, or in as far as the picture lets it; its other sides stay
 * where they are on the picture.
 *
 * @param own the picture's size, which stays as it is
 * @param by pixels outwards
 * @param multiple both sides are multiples of this many pixels
 */
export function drawnOut(
	own: Size,
	{ frame, at }: Round,
	side: Side,
	by: number,
	multiple = 64
): Round {
	const [length, x] =
		side === 'left' || side === 'right' ? (['width', 'x'] as const) : (['height', 'y'] as const);
	const next = Math.max(up(own[length], multiple), near(frame[length] + by, multiple));
	const free = next - own[length];
	const before = at[x] * (frame[length] - own[length]);
	const moves = side === 'left' || side === 'top' ? next - frame[length] : 0;
	const share = free > 0 ? Math.min(1, Math.max(0, (before + moves) / free)) : 0.5;
	return { frame: { ...frame, [length]: next }, at: { ...at, [x]: share } };
}

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

/** The smallest frame of a picture's ratio, within a step of its sides, that is so many times as large at least. */
export const frameAtLeast = ({ width, height }: Size, times: number, multiple = 64): Size => ({
	width: up(width * times, multiple),
	height: up(height * times, multiple)
});

/** The frame that comes nearest to a picture so many times as large, along each side. */
export const frameTimes = ({ width, height }: Size, times: number, multiple = 64): Size => ({
	width: near(width * times, multiple),
	height: near(height * times, multiple)
});
