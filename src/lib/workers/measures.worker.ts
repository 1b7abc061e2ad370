/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { expose, transfer } from 'comlink';
import { LRUCache } from 'lru-cache';
import {
	apart,
	difference,
	filledOf,
	luma,
	measurePicture,
	shrink,
	ssimFactor,
	type Apart,
	type DifferenceKind,
	type Small
} from '$lib/core/measure';
import type { Measured } from '$lib/core/schema';
import { decoded, decodedWithin, pixelsOf, within } from './decode';

/** Measures pictures and compares them, off the page's thread. */

/** A picture under a name by which it is known again. */
export interface Keyed {
	key: string;
	picture: Blob;
}

/** One picture less another. */
export interface Subtracted {
	picture: ImageBitmap;
	mean: number;
	full: number;
}

/** Longer side of the picture that its palette is found in, and that colours are compared in. */
const SMALL = 128;

/** A picture of two sizes: its own, and small. */
const measure = (picture: Blob, known?: Measured): Promise<Measured> =>
	decoded(picture, (image) =>
		measurePicture(pixelsOf(image), pixelsOf(image, within(image, SMALL)).pixels, known)
	);

/** Pictures that were compared lately, the longest unused forgotten first. */
const held = new LRUCache<string, Small>({ max: 200 });

async function seen({ key, picture }: Keyed): Promise<Small> {
	const known = held.get(key);
	if (known) return known;
	const one = await decoded(picture, (image) => {
		const { width, height, pixels } = pixelsOf(image);
		return {
			grey: shrink(luma(filledOf(pixels), width, height), ssimFactor(width, height)),
			colours: filledOf(pixelsOf(image, { width: SMALL, height: SMALL }).pixels)
		};
	});
	held.set(key, one);
	return one;
}

/** Pictures of different frames are compared at the size of the first. */
async function tellApart(one: Keyed, two: Keyed): Promise<Apart> {
	const [a, b] = [await seen(one), await seen(two)];
	const { width, height } = a.grey;
	if (width === b.grey.width && height === b.grey.height) return apart(a, b);
	const { pixels } = await decoded(two.picture, (image) => pixelsOf(image, a.grey));
	return apart(a, { ...b, grey: luma(filledOf(pixels), width, height) });
}

async function subtract(one: Blob, two: Blob, how: DifferenceKind): Promise<Subtracted> {
	const a = await decodedWithin(one);
	const b = await decoded(two, (image) => pixelsOf(image, a));
	const { rgba, width, height, mean, full } = difference(
		filledOf(a.pixels),
		filledOf(b.pixels),
		a.width,
		a.height,
		how
	);
	const picture = await createImageBitmap(new ImageData(rgba, width, height));
	return transfer({ picture, mean, full }, [picture]);
}

const api = { measure, tellApart, subtract };
export type MeasuresApi = typeof api;

expose(api);
