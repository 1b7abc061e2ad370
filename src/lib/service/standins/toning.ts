import type { Bitmap } from './materials';
import type { Box } from './sighting';

/** Cells along a picture's sides in which its broad light and colour are gathered. */
const CELLS = 10;

/** How much of the difference is taken over: noise drowns what is fine before what is broad. */
export const SHARE = 0.55;

/** Mean colour of every cell of a picture. */
function broadly(pixels: Uint8Array, width: number, height: number): Float32Array {
	const sums = new Float32Array(CELLS * CELLS * 3);
	const counts = new Float32Array(CELLS * CELLS);
	const columns = Int32Array.from({ length: width }, (_, x) => Math.floor((x * CELLS) / width));
	for (let y = 0, i = 0; y < height; y++) {
		const row = Math.floor((y * CELLS) / height) * CELLS;
		for (let x = 0; x < width; x++, i += 3) {
			const cell = row + columns[x];
			counts[cell]++;
			sums[cell * 3] += pixels[i];
			sums[cell * 3 + 1] += pixels[i + 1];
			sums[cell * 3 + 2] += pixels[i + 2];
		}
	}
	return sums.map((sum, i) => sum / Math.max(1, counts[Math.floor(i / 3)]));
}

/** The same of a picture that many paintings are toned like: it is gone through once. */
const known = new WeakMap<Bitmap, Float32Array>();
function broadlyLike(bitmap: Bitmap): Float32Array {
	let means = known.get(bitmap);
	if (!means) known.set(bitmap, (means = broadly(bitmap.pixels, bitmap.width, bitmap.height)));
	return means;
}

/** Rounds in which changes flow into the cells of a box from those round it. */
const ROUNDS = 60;

/** Lets the cells of a box take on what stands round them: what stood in it is not to show through. */
function fillIn(change: Float32Array, { left, right, top, bottom }: Box): void {
	const within = (v: number, from: number, to: number) => (v + 1) / CELLS > from && v / CELLS < to;
	const cells = [...Array(CELLS * CELLS).keys()].filter(
		(p) => within(p % CELLS, left, right) && within(Math.floor(p / CELLS), top, bottom)
	);
	if (cells.length > CELLS * CELLS * 0.8) return;
	for (const p of cells) change.fill(0, p * 3, p * 3 + 3);
	for (let round = 0; round < ROUNDS; round++)
		for (const p of cells) {
			const [x, y] = [p % CELLS, Math.floor(p / CELLS)];
			const beside = [
				...(x > 0 ? [p - 1] : []),
				...(x + 1 < CELLS ? [p + 1] : []),
				...(y > 0 ? [p - CELLS] : []),
				...(y + 1 < CELLS ? [p + CELLS] : [])
			];
			for (let c = 0; c < 3; c++)
				change[p * 3 + c] = beside.reduce((sum, q) => sum + change[q * 3 + c], 0) / beside.length;
		}
}

/**
 * Gives a painting, in place, part of the broad light and colour of a picture. A start picture's noise
 * hides fine things first and broad ones last (Meng et al. 2022, figure 2): what is staged like it keeps
 * the latter.
 *
 * @param share how much of the difference is taken over
 * @param but where the picture's main thing stood, which is not taken over
 */
export function tone(
	painting: Uint8Array,
	width: number,
	height: number,
	{ bitmap: like, but }: { bitmap: Bitmap; but: Box },
	share = SHARE
): void {
	const from = broadly(painting, width, height);
	const change = broadlyLike(like).map((v, i) => share * (v - from[i]));
	fillIn(change, but);
	const ends = (side: number) => {
		const low = new Int32Array(side);
		const share = new Float64Array(side);
		for (let at = 0; at < side; at++) {
			const t = Math.max(0, Math.min(CELLS - 1, ((at + 0.5) / side) * CELLS - 0.5));
			low[at] = Math.min(CELLS - 2, Math.floor(t));
			share[at] = t - low[at];
		}
		return { low, share };
	};
	const [down, across] = [ends(height), ends(width)];
	for (let y = 0, i = 0; y < height; y++) {
		const fv = down.share[y];
		for (let x = 0; x < width; x++) {
			const fu = across.share[x];
			const at = (down.low[y] * CELLS + across.low[x]) * 3;
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
