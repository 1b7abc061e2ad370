/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { expose, transfer } from 'comlink';
import { LRUCache } from 'lru-cache';
import {
	apart,
	difference,
	luma,
	measurePicture,
	shrink,
	ssimFactor,
	type Apart,
	type DifferenceKind,
	type Small
} from '$lib/core/measure';
import type { Measured } from '$lib/core/schema';

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

interface Decoded {
	pixels: Uint8Array;
	width: number;
	height: number;
}

type Size = Pick<Decoded, 'width' | 'height'>;

/** Reads a picture once, and gives what is made of its red, green and blue bytes at one size and another. */
async function read<T>(
	picture: Blob,
	make: (own: Size, at: (size: Size) => Decoded) => T
): Promise<T> {
	const full = await createImageBitmap(picture, { colorSpaceConversion: 'none' });
	try {
		return make({ width: full.width, height: full.height }, ({ width, height }) => {
			const canvas = new OffscreenCanvas(width, height);
			const context = canvas.getContext('2d', { willReadFrequently: true })!;
			context.imageSmoothingQuality = 'high';
			context.drawImage(full, 0, 0, width, height);
			const { data } = context.getImageData(0, 0, width, height);
			const pixels = new Uint8Array(width * height * 3);
			for (let i = 0, o = 0; i < data.length; i += 4, o += 3) {
				pixels[o] = data[i];
				pixels[o + 1] = data[i + 1];
				pixels[o + 2] = data[i + 2];
			}
			return { pixels, width, height };
		});
	} finally {
		full.close();
	}
}

/** A picture's bytes at its own size, or drawn to another. */
const decode = (picture: Blob, size?: Size): Promise<Decoded> =>
	read(picture, (own, at) => at(size ?? own));

const smallOf = ({ width, height }: Size): Size => {
	const scale = Math.min(1, SMALL / Math.max(width, height));
	return {
		width: Math.max(1, Math.round(width * scale)),
		height: Math.max(1, Math.round(height * scale))
	};
};

const measure = (picture: Blob, known?: Measured): Promise<Measured> =>
	read(picture, (own, at) =>
		measurePicture(at(own).pixels, own.width, own.height, at(smallOf(own)).pixels, known)
	);

/** Pictures that were compared lately, the longest unused forgotten first. */
const held = new LRUCache<string, Small>({ max: 200 });

async function seen({ key, picture }: Keyed): Promise<Small> {
	const known = held.get(key);
	if (known) return known;
	const one = await read(picture, (own, at) => ({
		grey: shrink(luma(at(own).pixels, own.width, own.height), ssimFactor(own.width, own.height)),
		colours: at({ width: SMALL, height: SMALL }).pixels
	}));
	held.set(key, one);
	return one;
}

/** Pictures of different frames are compared at the size of the first. */
async function tellApart(one: Keyed, two: Keyed): Promise<Apart> {
	const [a, b] = [await seen(one), await seen(two)];
	if (a.grey.width === b.grey.width && a.grey.height === b.grey.height) return apart(a, b);
	const fitted = await decode(two.picture, a.grey);
	return apart(a, { ...b, grey: luma(fitted.pixels, fitted.width, fitted.height) });
}

async function subtract(one: Blob, two: Blob, how: DifferenceKind): Promise<Subtracted> {
	const a = await decode(one);
	const b = await decode(two, a);
	const { rgba, width, height, mean, full } = difference(
		a.pixels,
		b.pixels,
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
