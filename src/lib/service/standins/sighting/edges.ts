import { oklab } from '$lib/core/measure';

/** Directions that contours are told apart by, without sign. */
export const DIRECTIONS = 8;

/** Contours of a picture: how firmly one runs near every pixel, by its direction. */
export interface Edges {
	width: number;
	height: number;
	/** `DIRECTIONS` maps of `width * height`, each less what all directions have there on average. */
	along: Float32Array[];
}

/** Half of a contour's greatest weight is given to this step in OKLab from pixel to pixel. */
const FIRM = 0.05;

/** Gradient of a picture at every pixel: its size in OKLab, and its direction in `[0, DIRECTIONS)`. */
export function gradients(pixels: ArrayLike<number>, width: number, height: number) {
	const count = width * height;
	const lab = new Float32Array(count * 3);
	for (let p = 0; p < count; p++)
		lab.set(oklab(pixels[p * 3], pixels[p * 3 + 1], pixels[p * 3 + 2]), p * 3);
	const size = new Float32Array(count);
	const turn = new Float32Array(count);
	for (let y = 1; y + 1 < height; y++)
		for (let x = 1; x + 1 < width; x++) {
			const p = y * width + x;
			for (let c = 0; c < 3; c++) {
				const dx = lab[(p + 1) * 3 + c] - lab[(p - 1) * 3 + c];
				const dy = lab[(p + width) * 3 + c] - lab[(p - width) * 3 + c];
				const length = Math.hypot(dx, dy) / 2;
				if (length <= size[p]) continue;
				size[p] = length;
				turn[p] = (((Math.atan2(dy, dx) / Math.PI + 2) % 1) * DIRECTIONS) % DIRECTIONS;
			}
		}
	return { size, turn };
}

/**
 * The contours of a picture, each spread to its neighbours so that a shape that lies a pixel off still
 * meets them (response maps as of Hinterstoisser et al. 2012, "Gradient response maps", section 3).
 *
 * @param pixels red, green, blue bytes, row by row
 */
export function edgesOf(pixels: ArrayLike<number>, width: number, height: number): Edges {
	const { size, turn } = gradients(pixels, width, height);
	const count = width * height;
	const along = Array.from({ length: DIRECTIONS }, () => new Float32Array(count));
	for (let p = 0; p < count; p++) {
		if (!size[p]) continue;
		const firm = size[p] / (size[p] + FIRM);
		for (let d = 0; d < DIRECTIONS; d++) {
			const apart = Math.abs(turn[p] - d);
			const near = Math.min(apart, DIRECTIONS - apart) / DIRECTIONS;
			along[d][p] = firm * Math.max(0, Math.cos(2 * Math.PI * near));
		}
	}
	const spread = along.map((map) => spreadOut(map, width, height));
	for (let p = 0; p < count; p++) {
		let mean = 0;
		for (const map of spread) mean += map[p] / DIRECTIONS;
		for (const map of spread) map[p] -= mean;
	}
	return { width, height, along: spread };
}

/** The greatest of every pixel and its eight neighbours. */
function spreadOut(map: Float32Array, width: number, height: number): Float32Array {
	const rows = new Float32Array(map.length);
	for (let y = 0, p = 0; y < height; y++)
		for (let x = 0; x < width; x++, p++)
			rows[p] = Math.max(map[p], x ? map[p - 1] : 0, x + 1 < width ? map[p + 1] : 0);
	const out = new Float32Array(map.length);
	for (let y = 0, p = 0; y < height; y++)
		for (let x = 0; x < width; x++, p++)
			out[p] = Math.max(rows[p], y ? rows[p - width] : 0, y + 1 < height ? rows[p + width] : 0);
	return out;
}
