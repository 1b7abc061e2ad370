import type { ModelCard, Size } from '$lib/core/contract';

/** Which side of a frame is turned, or both. */
export type Edge = 'corner' | 'right' | 'bottom';

/** What the frames of some models must keep to. */
export interface FrameLimits {
	/** Both sides are multiples of this many pixels. */
	multiple: number;
	mostPixels: number;
	/** Longest side over the shortest. */
	mostRatio: number;
	/** Sizes that the models were made for: a frame that comes near one takes it. */
	own: readonly Size[];
}

/** The steps in which frames are turned where models leave it free, in pixels, and the widest step of all. */
const [USUAL_STEP, MOST_STEP] = [64, 2048];

const commonDivisor = (a: number, b: number): number => (b ? commonDivisor(b, a % b) : a);

/** The least number, of the usual step or more, that is a multiple of what every model asks for. */
function commonStep(cards: readonly ModelCard[]): number {
	const multiples = cards.map(({ sizeMultiple }) => sizeMultiple);
	const least = multiples.reduce((all, one) => (all / commonDivisor(all, one)) * one, 1);
	// Models that have no size in common are told apart by what their cards refuse.
	if (least > MOST_STEP) return Math.max(...multiples);
	return least * Math.ceil(USUAL_STEP / least);
}

/** What all of some models' frames must keep to; wide limits where no model is chosen. */
export const limitsOf = (cards: readonly ModelCard[]): FrameLimits => ({
	multiple: commonStep(cards),
	mostPixels: Math.min(...cards.map(({ maxPixels }) => maxPixels), 2 ** 22),
	mostRatio: Math.min(...cards.map(({ maxRatio }) => maxRatio ?? 16), 16),
	own: cards.flatMap(({ nativeSizes }) => nativeSizes)
});

/** Pixels within which a frame takes a model's own size. */
const NEAR = 48;

/** The nearest multiple to a side that leaves room for the other one. */
function snap(px: number, other: number, { multiple, mostPixels, mostRatio }: FrameLimits): number {
	const most = Math.floor(Math.min(mostPixels / other, other * mostRatio) / multiple) * multiple;
	const least = Math.max(multiple, Math.ceil(other / mostRatio / multiple) * multiple);
	return Math.min(most, Math.max(least, Math.round(px / multiple) * multiple));
}

/**
 * A frame turned towards a size, within what the models take: of two sides that cannot both be had the
 * one that is turned gives way.
 */
export function turnFrame(
	frame: Size,
	{ width, height }: Size,
	edge: Edge,
	limits: FrameLimits
): Size {
	if (edge === 'right') return { width: snap(width, frame.height, limits), height: frame.height };
	if (edge === 'bottom') return { width: frame.width, height: snap(height, frame.width, limits) };
	const { multiple, mostPixels } = limits;
	// What the other side will be at least, so that the two can stand together.
	const room =
		Math.max(1, Math.floor(Math.min(height, Math.sqrt(mostPixels)) / multiple)) * multiple;
	const side = snap(width, room, limits);
	return { width: side, height: snap(height, side, limits) };
}

/** The same, and a model's own size where one is near: the nearest of them. */
export function turnNear(frame: Size, wanted: Size, edge: Edge, limits: FrameLimits): Size {
	const off = ({ width, height }: Size) =>
		Math.max(Math.abs(width - wanted.width), Math.abs(height - wanted.height));
	const [own] = limits.own.filter((size) => off(size) <= NEAR).sort((a, b) => off(a) - off(b));
	return own ?? turnFrame(frame, wanted, edge, limits);
}
