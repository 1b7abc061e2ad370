import { oklab } from '$lib/core/measure';
import type { Bitmap } from './materials';
import { halved, NOTHING, type Cast } from './layers';
import type { Marks } from './standing';
import { blur } from './repertoire/media';
import { largestRegion } from './region';
import { resized } from './resize';
import { searched, type Box } from './sighting';

/** How far off its surroundings something must lie, in deviations, to stand out. */
const STANDS_OUT = 2.2;

/**
 * What stands out in a picture: how much of every place belongs to the largest thing whose colours
 * are not those at the picture's sides in the same height, nearer its middle counting for more.
 *
 * @returns a small map, 0 to 1
 */
export function standingOut({ pixels, width, height }: Bitmap): {
	width: number;
	height: number;
	share: Float32Array;
} {
	const small = searched(pixels, width, height);
	const [w, h] = [small.width, small.height];
	const lab = new Float32Array(w * h * 3);
	for (let p = 0; p < w * h; p++)
		lab.set(oklab(small.pixels[p * 3], small.pixels[p * 3 + 1], small.pixels[p * 3 + 2]), p * 3);
	const side = Math.max(2, Math.round(w * 0.1));
	const out = new Uint8Array(w * h);
	for (let y = 0; y < h; y++) {
		const [mean, square] = [new Float64Array(3), new Float64Array(3)];
		let n = 0;
		for (let v = Math.max(0, y - 2); v <= Math.min(h - 1, y + 2); v++)
			for (let i = 0; i < 2 * side; i++, n++) {
				const p = v * w + (i < side ? i : w - 1 - (i - side));
				for (let c = 0; c < 3; c++) {
					mean[c] += lab[p * 3 + c];
					square[c] += lab[p * 3 + c] ** 2;
				}
			}
		for (let x = 0; x < w; x++) {
			let apart = 0;
			for (let c = 0; c < 3; c++) {
				const middle = mean[c] / n;
				const variance = Math.max(4e-4, square[c] / n - middle ** 2);
				apart += (lab[(y * w + x) * 3 + c] - middle) ** 2 / variance;
			}
			const off = Math.hypot((x / w - 0.5) * 2, (y / h - 0.5) * 2);
			if (Math.sqrt(apart / 3) > STANDS_OUT * (0.6 + 0.6 * off)) out[y * w + x] = 1;
		}
	}
	const largest = new Float32Array(w * h);
	for (const p of largestRegion(out, w, h, 0)) largest[p] = 1;
	return { width: w, height: h, share: blur(largest, w, h, 1) };
}

const cut = new WeakMap<Bitmap, ReturnType<typeof standingOut>>();
function cutOf(bitmap: Bitmap): ReturnType<typeof standingOut> {
	let map = cut.get(bitmap);
	if (!map) cut.set(bitmap, (map = standingOut(bitmap)));
	return map;
}

/** What stands out in a picture, cut out to be laid over any setting of a size. */
export function cutOut(bitmap: Bitmap, width: number, height: number): Cast {
	const map = cutOf(bitmap);
	const at = (u: number, v: number) => map.share[v * map.width + u];
	const matte = new Uint8Array(width * height);
	const over = new Uint8Array(width * height * 3).fill(NOTHING);
	for (let y = 0; y < height; y++) {
		const v = Math.max(0, Math.min(map.height - 1, ((y + 0.5) / height) * map.height - 0.5));
		const [v0, fv] = [Math.floor(v), v % 1];
		const v1 = Math.min(map.height - 1, v0 + 1);
		const sy = Math.floor(((y + 0.5) / height) * bitmap.height);
		for (let x = 0; x < width; x++) {
			const u = Math.max(0, Math.min(map.width - 1, ((x + 0.5) / width) * map.width - 0.5));
			const [u0, fu] = [Math.floor(u), u % 1];
			const u1 = Math.min(map.width - 1, u0 + 1);
			const share =
				(at(u0, v0) * (1 - fu) + at(u1, v0) * fu) * (1 - fv) +
				(at(u0, v1) * (1 - fu) + at(u1, v1) * fu) * fv;
			// The blurred edge is drawn in, so that no rim of the old surroundings comes along.
			const own = Math.max(0, Math.min(1, share * 2.5 - 1.25));
			if (!own) continue;
			const p = y * width + x;
			const from = (sy * bitmap.width + Math.floor(((x + 0.5) / width) * bitmap.width)) * 3;
			matte[p] = Math.round(own * 255);
			for (let c = 0; c < 3; c++) over[p * 3 + c] = halved(own * bitmap.pixels[from + c]);
		}
	}
	return { view: { left: 0, top: 0, width, height }, matte, over };
}

/** Where what stands out in a picture stands, as shares of its sides. */
export function cutMarks(bitmap: Bitmap): Pick<Marks, 'x' | 'foot' | 'left' | 'right'> {
	const { width, height, share } = cutOf(bitmap);
	const box = { left: 1, right: 0, bottom: 0 };
	share.forEach((own, p) => {
		if (own < 0.5) return;
		box.left = Math.min(box.left, (p % width) / width);
		box.right = Math.max(box.right, ((p % width) + 1) / width);
		box.bottom = Math.max(box.bottom, (Math.floor(p / width) + 1) / height);
	});
	if (box.right <= box.left) return { x: 0.5, foot: 0.8, left: 0.2, right: 0.2 };
	const half = (box.right - box.left) / 2;
	return { x: box.left + half, foot: box.bottom, left: half, right: half };
}

/** How softly a scene passes into the picture round it, as a share of the frame's shorter side. */
const SOFT = 0.09;

/** How much of a scene is seen at a place: 1 inside a box, less towards its edge, 0 beyond. */
export function insideOf(
	{ left, right, top, bottom }: Box,
	width: number,
	height: number
): (x: number, y: number) => number {
	const soft = SOFT * Math.min(width, height);
	return (x, y) => {
		const beyond = Math.hypot(
			Math.max(left * width - x, 0, x - right * width),
			Math.max(top * height - y, 0, y - bottom * height)
		);
		const t = Math.max(0, 1 - beyond / soft);
		return t * t * (3 - 2 * t);
	};
}

/** Lets a picture go on round a box of a painting of any size. */
export function surround(
	painting: Uint8Array,
	width: number,
	height: number,
	{ bitmap, box }: { bitmap: Bitmap; box: Box }
): void {
	const inside = insideOf(box, width, height);
	const round = resized(bitmap.pixels, bitmap.width, bitmap.height, width, height);
	for (let y = 0, i = 0; y < height; y++)
		for (let x = 0; x < width; x++, i += 3) {
			const own = inside(x + 0.5, y + 0.5);
			for (let c = 0; c < 3; c++)
				painting[i + c] = Math.round(round[i + c] + own * (painting[i + c] - round[i + c]));
		}
}
