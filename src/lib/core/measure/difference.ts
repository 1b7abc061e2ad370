import { ciede2000 } from './ciede2000';
import { lab } from './colour';
import { luma, shrink, type Grey } from './luma';
import { ssimFactor, ssimMap } from './ssim';

/** How two pictures are subtracted: by colour, or by local structure. */
export type DifferenceKind = 'colour' | 'structure';

/** A difference as a picture. */
export interface Difference {
	width: number;
	height: number;
	/** Red, green, blue, alpha bytes: dark where nothing differs, bright where much does. */
	rgba: Uint8ClampedArray<ArrayBuffer>;
	/** Mean CIEDE2000, or 1 less the mean structural similarity. */
	mean: number;
	/** The value that is drawn brightest. */
	full: number;
}

/** Full brightness: a colour difference of 40, or no likeness of structure at all. */
const FULL: Record<DifferenceKind, number> = { colour: 40, structure: 1 };

/**
 * Subtracts two pictures of one size.
 * @param one, two red, green, blue bytes, row by row
 */
export function difference(
	one: Uint8Array,
	two: Uint8Array,
	width: number,
	height: number,
	kind: DifferenceKind
): Difference {
	return kind === 'colour'
		? byColour(one, two, width, height)
		: byStructure(one, two, width, height);
}

function byColour(one: Uint8Array, two: Uint8Array, width: number, height: number): Difference {
	const rgba = new Uint8ClampedArray(width * height * 4);
	let sum = 0;
	for (let p = 0, i = 0; p < width * height; p++, i += 3) {
		const same = one[i] === two[i] && one[i + 1] === two[i + 1] && one[i + 2] === two[i + 2];
		const apart = same
			? 0
			: ciede2000(lab(one[i], one[i + 1], one[i + 2]), lab(two[i], two[i + 1], two[i + 2]));
		sum += apart;
		paint(rgba, p, apart / FULL.colour);
	}
	return { width, height, rgba, mean: sum / (width * height), full: FULL.colour };
}

function byStructure(one: Uint8Array, two: Uint8Array, width: number, height: number): Difference {
	const factor = ssimFactor(width, height);
	const { mean, map } = ssimMap(
		shrink(luma(one, width, height), factor),
		shrink(luma(two, width, height), factor)
	);
	// The windows' middles: a rim of five pixels has none.
	const rim = 5;
	const [w, h] = [map.width + 2 * rim, map.height + 2 * rim];
	const rgba = new Uint8ClampedArray(w * h * 4);
	for (let y = 0; y < h; y++)
		for (let x = 0; x < w; x++) {
			const u = Math.min(map.width - 1, Math.max(0, x - rim));
			const v = Math.min(map.height - 1, Math.max(0, y - rim));
			paint(rgba, y * w + x, (1 - map.values[v * map.width + u]) / FULL.structure);
		}
	return { width: w, height: h, rgba, mean: 1 - mean, full: FULL.structure };
}

/** One colour scale for both: black through ember to white, even in lightness. */
function paint(rgba: Uint8ClampedArray, p: number, share: number): void {
	const t = Math.max(0, Math.min(1, share));
	const [r, g, b] = scaleColour(t);
	rgba[p * 4] = r;
	rgba[p * 4 + 1] = g;
	rgba[p * 4 + 2] = b;
	rgba[p * 4 + 3] = 255;
}

/** The colour of a share of the scale, 0 to 1, as sRGB bytes. */
export function scaleColour(t: number): [number, number, number] {
	return [
		255 * Math.min(1, t * 2.2),
		255 * Math.max(0, Math.min(1, (t - 0.25) * 1.6)),
		255 * Math.max(0, Math.min(1, (t - 0.65) * 2.8))
	];
}

/** How two pictures of one size differ, as numbers. */
export interface Apart {
	/** Structural similarity, -1 to 1. */
	ssim: number;
	/** Mean CIEDE2000, over the picture at about 128 pixels a side. */
	colour: number;
}

/**
 * What parts two pictures.
 * @param one, two the pictures' luma at about 256 pixels, and their colours at about 128
 */
export function apart(one: Small, two: Small): Apart {
	const { mean } = ssimMap(one.grey, two.grey);
	let sum = 0;
	for (let i = 0; i + 2 < one.colours.length; i += 3)
		sum += ciede2000(
			lab(one.colours[i], one.colours[i + 1], one.colours[i + 2]),
			lab(two.colours[i], two.colours[i + 1], two.colours[i + 2])
		);
	return { ssim: mean, colour: sum / Math.max(1, one.colours.length / 3) };
}

/** A picture as it is compared with many others. */
export interface Small {
	grey: Grey;
	/** Red, green, blue bytes. */
	colours: Uint8Array;
}
