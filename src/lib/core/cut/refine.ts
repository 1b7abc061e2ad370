import type { Pixels } from './reduced';

/** How much of a colour's change a straight edge must have to be followed: variance of 0 to 1. */
const EDGE = 2e-4;
/** Reach of the filter in pixels of the mask: crisp, and at its softest. */
const [CRISP, SOFTEST] = [2, 7];
/** Over how much of it an edge fades: crisp, and at its softest. */
const [NARROW, WIDE] = [0.35, 1.6];

/**
 * A small mask as how much of every pixel is kept: its edge follows the picture's own.
 * Source: He and Sun 2015, "Fast guided filter", with all three channels of the picture as guide (He,
 * Sun and Tang 2013, "Guided image filtering", equations 19 and 20): the coefficients are found at the
 * size of the mask and read off between its pixels at the picture's own.
 *
 * @param small the picture at the mask's size, as `reduced` makes it
 * @param mask ones and zeros
 * @param soft 0 crisp to 1 soft
 * @returns how much of every pixel is kept, 0 to 255
 */
export function feathered(
	picture: Pixels,
	small: Pixels,
	mask: Uint8Array,
	soft: number
): Uint8ClampedArray {
	const { width: w, height: h } = small;
	const n = w * h;
	const reach = Math.round(CRISP + (SOFTEST - CRISP) * soft);
	const values = (of: (p: number) => number) => {
		const out = new Float32Array(n);
		for (let p = 0; p < n; p++) out[p] = of(p);
		return out;
	};
	const guide = [0, 1, 2].map((c) => values((p) => small.pixels[p * 4 + c] / 255));
	const mean = (of: (p: number) => number) => boxMean(values(of), w, h, reach);
	const means = guide.map((one) => mean((p) => one[p]));
	const own = mean((p) => mask[p]);
	const withMask = guide.map((one) => mean((p) => one[p] * mask[p]));
	const pairs = [
		[0, 0],
		[0, 1],
		[0, 2],
		[1, 1],
		[1, 2],
		[2, 2]
	].map(([a, b]) => mean((p) => guide[a][p] * guide[b][p]));
	const slopes = [0, 1, 2].map(() => new Float32Array(n));
	const lift = new Float32Array(n);
	for (let p = 0; p < n; p++) {
		const [mr, mg, mb] = [means[0][p], means[1][p], means[2][p]];
		const rr = pairs[0][p] - mr * mr + EDGE;
		const rg = pairs[1][p] - mr * mg;
		const rb = pairs[2][p] - mr * mb;
		const gg = pairs[3][p] - mg * mg + EDGE;
		const gb = pairs[4][p] - mg * mb;
		const bb = pairs[5][p] - mb * mb + EDGE;
		const cr = withMask[0][p] - mr * own[p];
		const cg = withMask[1][p] - mg * own[p];
		const cb = withMask[2][p] - mb * own[p];
		// The inverse of a symmetric 3 x 3 matrix, by its cofactors.
		const [irr, irg, irb] = [gg * bb - gb * gb, rb * gb - rg * bb, rg * gb - rb * gg];
		const determinant = rr * irr + rg * irg + rb * irb;
		const ar = (irr * cr + irg * cg + irb * cb) / determinant;
		const ag = (irg * cr + (rr * bb - rb * rb) * cg + (rb * rg - rr * gb) * cb) / determinant;
		const ab = (irb * cr + (rb * rg - rr * gb) * cg + (rr * gg - rg * rg) * cb) / determinant;
		slopes[0][p] = ar;
		slopes[1][p] = ag;
		slopes[2][p] = ab;
		lift[p] = own[p] - ar * mr - ag * mg - ab * mb;
	}
	const [sr, sg, sb, sl] = [...slopes, lift].map((one) => boxMean(one, w, h, reach));
	const fade = NARROW + (WIDE - NARROW) * soft;
	return read(picture, small, [sr, sg, sb, sl], fade);
}

/** The coefficients read off at every pixel, and the edge drawn in to so much of its fading. */
function read(
	{ width, height, pixels }: Pixels,
	{ width: w, height: h }: Pixels,
	[sr, sg, sb, sl]: Float32Array[],
	fade: number
): Uint8ClampedArray {
	const out = new Uint8ClampedArray(width * height);
	const column = new Int32Array(width);
	const across = new Float32Array(width);
	for (let x = 0; x < width; x++) {
		const u = Math.max(0, Math.min(w - 1, ((x + 0.5) / width) * w - 0.5));
		column[x] = Math.min(Math.max(0, w - 2), Math.floor(u));
		across[x] = u - column[x];
	}
	const right = w > 1 ? 1 : 0;
	for (let y = 0, q = 0; y < height; y++) {
		const v = Math.max(0, Math.min(h - 1, ((y + 0.5) / height) * h - 0.5));
		const row = Math.min(Math.max(0, h - 2), Math.floor(v));
		const down = v - row;
		const below = h > 1 ? w : 0;
		for (let x = 0; x < width; x++, q++) {
			const p = row * w + column[x];
			const f = across[x];
			const [a, b, c, d] = [(1 - f) * (1 - down), f * (1 - down), (1 - f) * down, f * down];
			const at = (of: Float32Array) =>
				a * of[p] + b * of[p + right] + c * of[p + below] + d * of[p + below + right];
			const i = q * 4;
			const kept =
				(at(sr) * pixels[i] + at(sg) * pixels[i + 1] + at(sb) * pixels[i + 2]) / 255 + at(sl);
			out[q] = 255 * ((kept - 0.5) / fade + 0.5);
		}
	}
	return out;
}

/** The mean of every pixel's square of `2 * reach + 1`, cut off at the sides. */
function boxMean(values: Float32Array, width: number, height: number, reach: number): Float32Array {
	const rows = new Float32Array(values.length);
	for (let y = 0; y < height; y++) {
		const from = y * width;
		let [sum, count] = [0, 0];
		for (let x = 0; x < Math.min(reach, width); x++, count++) sum += values[from + x];
		for (let x = 0; x < width; x++) {
			if (x + reach < width) {
				sum += values[from + x + reach];
				count++;
			}
			if (x - reach > 0) {
				sum -= values[from + x - reach - 1];
				count--;
			}
			rows[from + x] = sum / count;
		}
	}
	const out = new Float32Array(values.length);
	for (let x = 0; x < width; x++) {
		let [sum, count] = [0, 0];
		for (let y = 0; y < Math.min(reach, height); y++, count++) sum += rows[y * width + x];
		for (let y = 0; y < height; y++) {
			if (y + reach < height) {
				sum += rows[(y + reach) * width + x];
				count++;
			}
			if (y - reach > 0) {
				sum -= rows[(y - reach - 1) * width + x];
				count--;
			}
			out[y * width + x] = sum / count;
		}
	}
	return out;
}
