import type { ModelCard, Size } from '$lib/core/contract';

/** Width by height, as it is written everywhere: 1344\u00d7768. */
export function frameLabel({ width, height }: Size): string {
	return `${width}\u00d7${height}`;
}

/** How far a frame's ratio is from the one asked for: |ln(w/h / ratio)|, 0 when exact. */
export function ratioError({ width, height }: Size, ratio: number): number {
	return Math.abs(Math.log(width / height / ratio));
}

/** Whether a frame has a ratio as far as one can see: what is cut off or added is not missed. */
export const sameRatio = (frame: Size, ratio: number): boolean => ratioError(frame, ratio) <= 0.03;

/** Share of a budget of pixels that a size must use at least. */
const LEAST_SHARE = 0.92;

/** And at most, where the budget is a wish and no model's own size. */
const MOST_SHARE = 1.05;

/** How a size may be chosen. */
export interface SizeChoice {
	/** Both sides are multiples of this many pixels. @default 64 */
	multiple?: number;
	/**
	 * Whether the budget is a wish: below the models' own sizes a little more will do as well, when it
	 * comes nearer to the ratio. @default false
	 */
	wish?: boolean;
	/** Pixels that no size may pass. @default no limit */
	most?: number;
}

/**
 * The size that comes nearest to a ratio within a budget of pixels: among the multiples that are
 * allowed, with 92% to 100% of the budget, the smallest ratio error wins, ties by the larger area.
 * With 1024x1024 and multiples of 64 this is the multi-aspect table of Podell et al. 2023, app. I.
 * Where the budget is a wish, 92% to 105% of it will do.
 *
 * @param ratio width over height, more than 0
 * @param budget pixels
 * @returns null when no size fits
 */
export function sizeForRatio(
	ratio: number,
	budget = 1024 * 1024,
	{ multiple = 64, wish = false, most = Infinity }: SizeChoice = {}
): Size | null {
	let best: Size | null = null;
	let bestError = Infinity;
	const up = Math.min(most, budget * (wish ? MOST_SHARE : 1));
	for (let width = multiple; width <= up / multiple; width += multiple) {
		for (let height = multiple; width * height <= up; height += multiple) {
			if (width * height < LEAST_SHARE * budget) continue;
			const size = { width, height };
			const error = ratioError(size, ratio);
			const closer = error < bestError - 1e-12;
			const tied = Math.abs(error - bestError) <= 1e-12;
			if (closer || (tied && best && width * height > best.width * best.height)) {
				best = size;
				bestError = Math.min(error, bestError);
			}
		}
	}
	return best;
}

/** A ratio in small whole numbers when there is one near: 16 : 9, else to one place, 1.37 : 1. */
export function ratioLabel({ width, height }: Size): string {
	const divisor = gcd(width, height);
	const [w, h] = [width / divisor, height / divisor];
	if (w <= 32 && h <= 32) return `${w} : ${h}`;
	return width >= height
		? `${(width / height).toFixed(2)} : 1`
		: `1 : ${(height / width).toFixed(2)}`;
}

function gcd(a: number, b: number): number {
	return b === 0 ? a : gcd(b, a % b);
}

/** How a frame stands to the sizes that a model was made for. */
export interface Fit {
	/** The model's own size nearest to the frame. */
	nearest: Size;
	/** How far off: 0 is its own size. Sum of the logarithms of the sides' ratios. */
	distance: number;
	kind: 'own' | 'near' | 'far' | 'impossible';
	/** What that means, in a few words. */
	says: string;
}

/** Up to this distance pictures hold together as at the model's own size. Our own threshold. */
const NEAR = 0.35;

/** A frame with less than this share of a model's own pixels is far from it. Our own threshold. */
const LEAST_OF_OWN = 0.4;

/** Compares a frame with a model's own sizes. */
export function fitOf(card: ModelCard, size: Size): Fit {
	const distanceTo = (own: Size) =>
		Math.abs(Math.log(size.width / own.width)) + Math.abs(Math.log(size.height / own.height));
	const byDistance = [...card.nativeSizes].sort((a, b) => distanceTo(a) - distanceTo(b));
	const shareOf = (own: Size) => (size.width * size.height) / (own.width * own.height);
	/** Its own size that this is a smaller version of. */
	const larger = byDistance.find(
		(own) =>
			shareOf(own) < 1 &&
			shareOf(own) >= LEAST_OF_OWN &&
			ratioError(size, own.width / own.height) <= NEAR
	);
	const nearest = distanceTo(byDistance[0]) > NEAR && larger !== undefined ? larger : byDistance[0];
	const distance = distanceTo(nearest);
	const { sizeMultiple: multiple } = card;
	if (size.width % multiple || size.height % multiple) {
		return { nearest, distance, kind: 'impossible', says: `takes multiples of ${multiple} only` };
	}
	if (card.maxRatio && Math.exp(ratioError(size, 1)) > card.maxRatio + 1e-9) {
		const says = `at most ${card.maxRatio} times as long as wide`;
		return { nearest, distance, kind: 'impossible', says };
	}
	if (size.width * size.height > card.maxPixels) {
		return {
			nearest,
			distance,
			kind: 'impossible',
			says: `at most ${(card.maxPixels / 1e6).toFixed(1)} MP`
		};
	}
	if (distance < 1e-9) return { nearest, distance, kind: 'own', says: 'own size' };
	if (distance <= NEAR) return { nearest, distance, kind: 'near', says: 'near its own size' };
	if (larger) return { nearest, distance, kind: 'near', says: 'smaller than its own' };
	return {
		nearest,
		distance,
		kind: 'far',
		says:
			shareOf(nearest) < 1 ? 'far below its own: less detail' : 'far from its own: doubles likely'
	};
}
