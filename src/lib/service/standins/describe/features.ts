import { oklab } from '$lib/core/measure';

/** Longer side, in pixels, to which a picture is brought before anything is looked at. */
const LOOKED_AT = 192;

/** Cells along each side in which contours are gathered, and in which colours are. */
const CELLS = 8;
const COLOUR_CELLS = 6;
const DIRECTIONS = 6;
const SCALES = 3;

/** How many numbers describe a picture. */
export const FEATURES =
	CELLS * CELLS * DIRECTIONS + COLOUR_CELLS * COLOUR_CELLS * 3 + 6 + SCALES * 4;

/**
 * What a picture looks like, in numbers: contours by direction in a grid of cells (Dalal and Triggs
 * 2005), colours in a coarser grid (OKLab), their mean and spread, and how much happens at three
 * scales of detail.
 *
 * @param pixels red, green, blue bytes, row by row
 * @returns `FEATURES` numbers
 */
export function featuresOf(pixels: Uint8Array, width: number, height: number): Float32Array {
	const out = new Float32Array(FEATURES);
	const count = width * height;
	const light = new Float32Array(count);
	const a = new Float32Array(count);
	const b = new Float32Array(count);
	for (let p = 0; p < count; p++) {
		[light[p], a[p], b[p]] = oklab(pixels[p * 3], pixels[p * 3 + 1], pixels[p * 3 + 2]);
	}
	let at = contours(light, width, height, out);
	for (const channel of [light, a, b]) at = grid(channel, width, height, out, at);
	for (const channel of [light, a, b]) {
		let [sum, square] = [0, 0];
		for (const v of channel) {
			sum += v;
			square += v * v;
		}
		out[at++] = sum / count;
		out[at++] = Math.sqrt(Math.max(0, square / count - (sum / count) ** 2)) * 2;
	}
	detail(light, width, height, out, at);
	return out;
}

/** Gradient energy by cell and direction, each cell brought to a like length. */
function contours(light: Float32Array, width: number, height: number, out: Float32Array): number {
	for (let y = 1; y < height - 1; y++) {
		const row = Math.floor((y * CELLS) / height);
		for (let x = 1; x < width - 1; x++) {
			const p = y * width + x;
			const dx = light[p + 1] - light[p - 1];
			const dy = light[p + width] - light[p - width];
			const size = Math.hypot(dx, dy);
			if (size < 0.01) continue;
			// Direction without sign, split between its two neighbours.
			const turn = (((Math.atan2(dy, dx) / Math.PI + 1) % 1) * DIRECTIONS) % DIRECTIONS;
			const first = Math.floor(turn);
			const share = turn - first;
			const cell = (row * CELLS + Math.floor((x * CELLS) / width)) * DIRECTIONS;
			out[cell + (first % DIRECTIONS)] += size * (1 - share);
			out[cell + ((first + 1) % DIRECTIONS)] += size * share;
		}
	}
	const each = (width * height) / (CELLS * CELLS);
	const end = CELLS * CELLS * DIRECTIONS;
	for (let i = 0; i < end; i++) out[i] = Math.sqrt(out[i] / each);
	return end;
}

/** Means of one channel in a grid. */
function grid(
	channel: Float32Array,
	width: number,
	height: number,
	out: Float32Array,
	at: number
): number {
	const cells = COLOUR_CELLS * COLOUR_CELLS;
	const counts = new Float32Array(cells);
	for (let y = 0, p = 0; y < height; y++) {
		const row = Math.floor((y * COLOUR_CELLS) / height) * COLOUR_CELLS;
		for (let x = 0; x < width; x++, p++) {
			const cell = row + Math.floor((x * COLOUR_CELLS) / width);
			out[at + cell] += channel[p];
			counts[cell]++;
		}
	}
	for (let cell = 0; cell < cells; cell++) out[at + cell] /= Math.max(1, counts[cell]);
	return at + cells;
}

/** Mean size of second differences at three scales, over four horizontal bands. */
function detail(
	light: Float32Array,
	width: number,
	height: number,
	out: Float32Array,
	at: number
): void {
	let [now, w, h] = [light, width, height];
	for (let scale = 0; scale < SCALES; scale++) {
		const counts = new Float32Array(4);
		for (let y = 1; y < h - 1; y++) {
			const band = Math.floor((y * 4) / h);
			for (let x = 1; x < w - 1; x++) {
				const p = y * w + x;
				out[at + band] += Math.abs(4 * now[p] - now[p - 1] - now[p + 1] - now[p - w] - now[p + w]);
				counts[band]++;
			}
		}
		for (let band = 0; band < 4; band++) out[at + band] /= Math.max(1, counts[band]);
		at += 4;
		[now, w, h] = half(now, w, h);
	}
}

function half(from: Float32Array, width: number, height: number): [Float32Array, number, number] {
	const [w, h] = [width >> 1, height >> 1];
	const out = new Float32Array(w * h);
	for (let y = 0; y < h; y++)
		for (let x = 0; x < w; x++) {
			const p = 2 * y * width + 2 * x;
			out[y * w + x] = (from[p] + from[p + 1] + from[p + width] + from[p + width + 1]) / 4;
		}
	return [out, w, h];
}

/** A picture made smaller by averaging, so that its longer side is at most `LOOKED_AT`. */
export function lookedAt(
	pixels: Uint8Array,
	width: number,
	height: number
): { pixels: Uint8Array; width: number; height: number } {
	const scale = Math.min(1, LOOKED_AT / Math.max(width, height));
	const w = Math.max(3, Math.round(width * scale));
	const h = Math.max(3, Math.round(height * scale));
	const sums = new Float64Array(w * h * 3);
	const counts = new Float64Array(w * h);
	for (let y = 0, i = 0; y < height; y++) {
		const row = Math.min(h - 1, Math.floor((y * h) / height)) * w;
		for (let x = 0; x < width; x++, i += 3) {
			const p = row + Math.min(w - 1, Math.floor((x * w) / width));
			counts[p]++;
			for (let c = 0; c < 3; c++) sums[p * 3 + c] += pixels[i + c];
		}
	}
	// A picture smaller than the least is stretched: empty places take the pixel above them.
	const out = new Uint8Array(w * h * 3);
	for (let p = 0; p < w * h; p++) {
		const from = counts[p] ? p : Math.max(0, p - 1);
		for (let c = 0; c < 3; c++)
			out[p * 3 + c] = Math.round(sums[from * 3 + c] / Math.max(1, counts[from]));
	}
	return { pixels: out, width: w, height: h };
}
