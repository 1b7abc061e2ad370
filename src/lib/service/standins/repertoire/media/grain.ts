import { stream } from '$lib/core/random';
import type { Plate } from './medium';

const SIZE = 256;
const MASK = SIZE - 1;

/** A field of smooth noise that repeats every 256 cells, -1 to 1. */
const field = makeField();

function makeField(): Float32Array {
	const random = stream('grain');
	const raw = Float32Array.from({ length: SIZE * SIZE }, () => random.between(-1, 1));
	const out = new Float32Array(SIZE * SIZE);
	// One smoothing pass takes the edge off single cells.
	for (let y = 0; y < SIZE; y++) {
		for (let x = 0; x < SIZE; x++) {
			let sum = 0;
			for (let dy = -1; dy <= 1; dy++) {
				for (let dx = -1; dx <= 1; dx++) {
					const weight = (2 - Math.abs(dx)) * (2 - Math.abs(dy));
					sum += weight * raw[((y + dy) & MASK) * SIZE + ((x + dx) & MASK)];
				}
			}
			out[y * SIZE + x] = sum / 8;
		}
	}
	return out;
}

/** Smooth noise at a point of the field, about -1 to 1, interpolated. */
export function noise(x: number, y: number): number {
	const x0 = Math.floor(x);
	const y0 = Math.floor(y);
	const fx = x - x0;
	const fy = y - y0;
	const top = (y0 & MASK) * SIZE;
	const below = ((y0 + 1) & MASK) * SIZE;
	return among(field, top, below, x0 & MASK, (x0 + 1) & MASK, fx, fy);
}

/** Among four cells, by two rows and two columns, at shares across and down. All is handed over: loops take it in whole. */
function among(
	values: Float32Array,
	top: number,
	below: number,
	left: number,
	right: number,
	fx: number,
	fy: number
): number {
	const a = values[top + left] + fx * (values[top + right] - values[top + left]);
	const b = values[below + left] + fx * (values[below + right] - values[below + left]);
	return a + fy * (b - a);
}

/** Noise of one cell, not interpolated: cheap and gritty. */
export function speck(x: number, y: number): number {
	return field[(Math.floor(y) & MASK) * SIZE + (Math.floor(x) & MASK)];
}

/** Smooth noise along rows of pixels whose places across the field are the same in every row. */
export interface NoiseAcross {
	/** `noise(across(x), y)` of a whole row; the array is the same at every call. */
	row(y: number): Float64Array;
	/** `noise(across(x), ys[x])` of a row that leans; the array is the same at every call. */
	leaning(ys: Float64Array): Float64Array;
}

/**
 * Looks up once what a whole picture's rows have in common: bit for bit what `noise` says.
 * @param across the place of column x across the field
 */
export function noiseAcross(width: number, across: (x: number) => number): NoiseAcross {
	const places = Float64Array.from({ length: width }, (_, x) => across(x));
	const lefts = Int32Array.from(places, (place) => Math.floor(place) & MASK);
	const rights = Int32Array.from(places, (place) => (Math.floor(place) + 1) & MASK);
	const shares = places.map((place) => place - Math.floor(place));
	const said = new Float64Array(width);
	return {
		row(y) {
			// What a loop reads stands in the function itself: from outside it is read anew every time.
			const [values, left, right, share, out] = [field, lefts, rights, shares, said];
			const y0 = Math.floor(y);
			const [top, below, fy] = [(y0 & MASK) * SIZE, ((y0 + 1) & MASK) * SIZE, y - y0];
			for (let x = 0; x < out.length; x++) {
				out[x] = among(values, top, below, left[x], right[x], share[x], fy);
			}
			return out;
		},
		leaning(ys) {
			const [values, left, right, share, out] = [field, lefts, rights, shares, said];
			for (let x = 0; x < out.length; x++) {
				const y0 = Math.floor(ys[x]);
				const top = (y0 & MASK) * SIZE;
				const below = ((y0 + 1) & MASK) * SIZE;
				const fy = ys[x] - y0;
				out[x] = among(values, top, below, left[x], right[x], share[x], fy);
			}
			return out;
		}
	};
}

/** The same for single cells: `speck(across(x), y)` of a whole row. */
export function speckAcross(
	width: number,
	across: (x: number) => number
): (y: number) => Float32Array {
	const cells = Int32Array.from({ length: width }, (_, x) => Math.floor(across(x)) & MASK);
	const out = new Float32Array(width);
	return (y) => {
		const row = (Math.floor(y) & MASK) * SIZE;
		for (let x = 0; x < width; x++) out[x] = field[row + cells[x]];
		return out;
	};
}

/** What acts or lies before it: 1 where one of the two covers a pixel by more than half, else 0. */
export function acting({ matte, near }: Pick<Plate, 'matte' | 'near'>): Uint8Array {
	const out = new Uint8Array(matte.length);
	for (let p = 0; p < out.length; p++) out[p] = matte[p] > 150 || near[p] > 150 ? 1 : 0;
	return out;
}

/** Luminance of every pixel, 0 to 1. */
export function luminance(plate: Pick<Plate, 'pixels' | 'width' | 'height'>): Float32Array {
	const { pixels } = plate;
	const out = new Float32Array(plate.width * plate.height);
	for (let p = 0, i = 0; p < out.length; p++, i += 4) {
		out[p] = (0.2126 * pixels[i] + 0.7152 * pixels[i + 1] + 0.0722 * pixels[i + 2]) / 255;
	}
	return out;
}

/**
 * Mean over a square, in time that does not depend on its radius.
 * @param radius in pixels; below half a pixel the source comes back as it is
 */
export function blur(
	source: Float32Array,
	width: number,
	height: number,
	radius: number
): Float32Array {
	const r = Math.round(radius);
	if (r < 1) return source.slice();
	const across = new Float32Array(source.length);
	const out = new Float32Array(source.length);
	for (let y = 0; y < height; y++) {
		const row = y * width;
		const last = row + width - 1;
		let sum = 0;
		for (let x = -r; x <= r; x++) sum += source[row + Math.min(width - 1, Math.max(0, x))];
		let p = row;
		const span = 2 * r + 1;
		// Where both ends lie inside there is nothing to be held back.
		for (const until = row + Math.min(r, width); p < until; p++) {
			across[p] = sum / span;
			sum += source[Math.min(last, p + r + 1)] - source[row];
		}
		for (; p < last - r; p++) {
			across[p] = sum / span;
			sum += source[p + r + 1] - source[p - r];
		}
		for (; p <= last; p++) {
			across[p] = sum / span;
			sum += source[last] - source[Math.max(row, p - r)];
		}
	}
	const column = new Float64Array(width);
	for (let y = -r; y <= r; y++) {
		const row = Math.min(height - 1, Math.max(0, y)) * width;
		for (let x = 0; x < width; x++) column[x] += across[row + x];
	}
	for (let y = 0; y < height; y++) {
		const row = y * width;
		const enter = Math.min(height - 1, y + r + 1) * width;
		const leave = Math.max(0, y - r) * width;
		for (let x = 0; x < width; x++) {
			out[row + x] = column[x] / (2 * r + 1);
			column[x] += across[enter + x] - across[leave + x];
		}
	}
	return out;
}

/** Blurs all three colours of a plate in place. */
export function blurPlate(plate: Pick<Plate, 'pixels' | 'width' | 'height'>, radius: number): void {
	const { pixels, width, height } = plate;
	const channel = new Float32Array(width * height);
	for (let c = 0; c < 3; c++) {
		for (let p = 0; p < channel.length; p++) channel[p] = pixels[p * 4 + c];
		const soft = blur(channel, width, height, radius);
		for (let p = 0; p < channel.length; p++) pixels[p * 4 + c] = soft[p];
	}
}

/**
 * Where each pixel's colour is taken from when edges waver.
 * @param waver how far, in stage units
 * @param length wavelength, in stage units
 * @returns the indices of a row of pixels, in an array that is the same at every call
 */
export function wavered(
	{ width, height, unit, seed }: Plate,
	waver: number,
	length: number
): (y: number) => Int32Array {
	const across = noiseAcross(width, (x) => x / unit / length + seed);
	const shift = waver * unit;
	/** Down the field, a column of the picture each. */
	const down = Float64Array.from({ length: width }, (_, x) => x / unit / length + seed + 37);
	const top = Int32Array.from(down, (at) => (Math.floor(at) & MASK) * SIZE);
	const below = Int32Array.from(down, (at) => ((Math.floor(at) + 1) & MASK) * SIZE);
	const share = Float64Array.from(down, (at) => at - Math.floor(at));
	const out = new Int32Array(width);
	return (y) => {
		const [values, tops, belows, shares, rows] = [field, top, below, share, out];
		const [far, right, bottom] = [shift, width - 1, height - 1];
		const sy = y / unit / length;
		const aside = across.row(sy);
		const place = sy + 91;
		const x0 = Math.floor(place);
		const [l, r, fx] = [x0 & MASK, (x0 + 1) & MASK, place - x0];
		for (let x = 0; x < rows.length; x++) {
			const up = among(values, tops[x], belows[x], l, r, fx, shares[x]);
			const px = Math.min(right, Math.max(0, Math.round(x + aside[x] * far)));
			const py = Math.min(bottom, Math.max(0, Math.round(y + up * far)));
			rows[x] = py * (right + 1) + px;
		}
		return rows;
	};
}

/**
 * How sharply tones change at every pixel, and how sharply the actors' outline does, 0 to about 1.
 * @param reach distance of the pixels that are compared, in pixels
 */
export function contoursOf(
	light: Float32Array,
	{ matte, width, height }: Pick<Plate, 'matte' | 'width' | 'height'>,
	reach: number
): { edge: Float32Array; rim: Float32Array } {
	const edge = new Float32Array(width * height);
	const rim = new Float32Array(width * height);
	for (let y = 0, p = 0; y < height; y++) {
		const up = Math.max(0, y - reach) * width;
		const down = Math.min(height - 1, y + reach) * width;
		for (let x = 0; x < width; x++, p++) {
			const left = y * width + Math.max(0, x - reach);
			const right = y * width + Math.min(width - 1, x + reach);
			const gx = light[right] - light[left];
			const gy = light[down + x] - light[up + x];
			edge[p] = Math.sqrt(gx * gx + gy * gy);
			rim[p] =
				(Math.abs(matte[right] - matte[left]) + Math.abs(matte[down + x] - matte[up + x])) / 255;
		}
	}
	return { edge, rim };
}

/** To a byte. */
export function byte(value: number): number {
	return value < 0 ? 0 : value > 255 ? 255 : value;
}
