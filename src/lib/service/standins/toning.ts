import type { Bitmap } from './materials';

/** Cells along a picture's sides in which its broad light and colour are gathered. */
const CELLS = 10;

/** How much of the difference is taken over: noise drowns what is fine before what is broad. */
const SHARE = 0.55;

/** Mean colour of every cell of a picture. */
function broadly(pixels: ArrayLike<number>, width: number, height: number): Float32Array {
	const sums = new Float32Array(CELLS * CELLS * 3);
	const counts = new Float32Array(CELLS * CELLS);
	for (let y = 0, i = 0; y < height; y++) {
		const row = Math.floor((y * CELLS) / height) * CELLS;
		for (let x = 0; x < width; x++, i += 3) {
			const cell = row + Math.floor((x * CELLS) / width);
			counts[cell]++;
			for (let c = 0; c < 3; c++) sums[cell * 3 + c] += pixels[i + c];
		}
	}
	return sums.map((sum, i) => sum / Math.max(1, counts[Math.floor(i / 3)]));
}

/**
 * Gives a painting, in place, part of the broad light and colour of a picture. A start picture's noise
 * hides fine things first and broad ones last (Meng et al. 2022, figure 2): what is staged like it keeps
 * the latter.
 */
export function tone(painting: Uint8Array, width: number, height: number, like: Bitmap): void {
	const from = broadly(painting, width, height);
	const to = broadly(like.pixels, like.width, like.height);
	const change = to.map((v, i) => SHARE * (v - from[i]));
	const ends = (at: number, side: number) => {
		const t = Math.max(0, Math.min(CELLS - 1, ((at + 0.5) / side) * CELLS - 0.5));
		const low = Math.min(CELLS - 2, Math.floor(t));
		return [low, t - low];
	};
	for (let y = 0, i = 0; y < height; y++) {
		const [v, fv] = ends(y, height);
		for (let x = 0; x < width; x++) {
			const [u, fu] = ends(x, width);
			const at = (v * CELLS + u) * 3;
			for (let c = 0; c < 3; c++, i++) {
				const top = change[at + c] * (1 - fu) + change[at + 3 + c] * fu;
				const low = at + CELLS * 3 + c;
				const bottom = change[low] * (1 - fu) + change[low + 3] * fu;
				const value = painting[i] + top * (1 - fv) + bottom * fv;
				painting[i] = Math.max(0, Math.min(255, Math.round(value)));
			}
		}
	}
}
