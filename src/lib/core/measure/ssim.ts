import { shrink, type Grey } from './luma';

const WINDOW = 11;
const SIGMA = 1.5;
const C1 = (0.01 * 255) ** 2;
const C2 = (0.03 * 255) ** 2;

/** Eleven weights of a Gaussian of 1.5 pixels that add up to 1. */
const kernel = (() => {
	const weights = Array.from({ length: WINDOW }, (_, i) =>
		Math.exp(-((i - 5) ** 2) / (2 * SIGMA * SIGMA))
	);
	const sum = weights.reduce((a, b) => a + b, 0);
	return Float64Array.from(weights, (weight) => weight / sum);
})();

/** The structural similarity of two pictures at every window, and its mean. */
export interface Similarity {
	/** -1 to 1; 1 for the same picture. */
	mean: number;
	map: Grey;
}

/** Shorter side to which pictures are brought before they are compared, as their makers advise. */
const SEEN_AT = 256;

/** How many pixels of a side become one before pictures are compared. */
export const ssimFactor = (width: number, height: number): number =>
	Math.max(1, Math.round(Math.min(width, height) / SEEN_AT));

/**
 * Structural similarity, Gaussian windows of 11 by 11 pixels that lie wholly within the picture.
 * Source: Wang, Bovik, Sheikh and Simoncelli 2004, eq. 13, K1 = 0.01, K2 = 0.03, L = 255.
 * Pictures are taken as they are: bring them to a common size before.
 *
 * The five smoothed planes are made in one pass along the rows and one down the columns, of which
 * only eleven rows are held at a time.
 *
 * Throws when the sizes differ or a side is under 11 pixels.
 */
export function ssimMap(one: Grey, two: Grey): Similarity {
	const { width, height } = one;
	if (two.width !== width || two.height !== height)
		throw new RangeError(
			`Pictures of ${width}x${height} and ${two.width}x${two.height} cannot be compared: bring them to one size.`
		);
	if (Math.min(width, height) < WINDOW)
		throw new RangeError(`A side of ${Math.min(width, height)} pixels is under ${WINDOW}.`);
	const [w, h] = [width - WINDOW + 1, height - WINDOW + 1];
	const map = new Float32Array(w * h);
	// Rows smoothed along x, in a ring of eleven: means, squares and the product.
	const ring = Array.from({ length: WINDOW }, () => new Float64Array(w * 5));
	const k = kernel;
	let total = 0;
	for (let y = 0; y < height; y++) {
		smoothRow(one.values, two.values, y * width, w, ring[y % WINDOW]);
		if (y < WINDOW - 1) continue;
		const top = y - WINDOW + 1;
		const rows = Array.from({ length: WINDOW }, (_, i) => ring[(top + i) % WINDOW]);
		const out = top * w;
		for (let x = 0, i = 0; x < w; x++, i += 5) {
			let a = 0;
			let b = 0;
			let aa = 0;
			let bb = 0;
			let ab = 0;
			for (let j = 0; j < WINDOW; j++) {
				const row = rows[j];
				const weight = k[j];
				a += weight * row[i];
				b += weight * row[i + 1];
				aa += weight * row[i + 2];
				bb += weight * row[i + 3];
				ab += weight * row[i + 4];
			}
			const value =
				((2 * a * b + C1) * (2 * (ab - a * b) + C2)) /
				((a * a + b * b + C1) * (aa - a * a + bb - b * b + C2));
			map[out + x] = value;
			total += value;
		}
	}
	return { mean: total / map.length, map: { width: w, height: h, values: map } };
}

function smoothRow(
	one: Float32Array,
	two: Float32Array,
	from: number,
	w: number,
	out: Float64Array
): void {
	for (let x = 0, o = 0; x < w; x++, o += 5) {
		let a = 0;
		let b = 0;
		let aa = 0;
		let bb = 0;
		let ab = 0;
		for (let j = 0, p = from + x; j < WINDOW; j++, p++) {
			const weight = kernel[j];
			const u = one[p];
			const v = two[p];
			const wu = weight * u;
			const wv = weight * v;
			a += wu;
			b += wv;
			aa += wu * u;
			bb += wv * v;
			ab += wu * v;
		}
		out[o] = a;
		out[o + 1] = b;
		out[o + 2] = aa;
		out[o + 3] = bb;
		out[o + 4] = ab;
	}
}

/** Mean structural similarity as pictures are seen: at a shorter side of about 256 pixels. */
export function ssim(one: Grey, two: Grey): number {
	const factor = ssimFactor(one.width, one.height);
	return ssimMap(shrink(one, factor), shrink(two, factor)).mean;
}
