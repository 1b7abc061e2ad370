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
	const left = x0 & MASK;
	const right = (x0 + 1) & MASK;
	const a = field[top + left] + fx * (field[top + right] - field[top + left]);
	const b = field[below + left] + fx * (field[below + right] - field[below + left]);
	return a + fy * (b - a);
}

/** Noise of one cell, not interpolated: cheap and gritty. */
export function speck(x: number, y: number): number {
	return field[(Math.floor(y) & MASK) * SIZE + (Math.floor(x) & MASK)];
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
		let sum = 0;
		for (let x = -r; x <= r; x++) sum += source[row + Math.min(width - 1, Math.max(0, x))];
		for (let x = 0; x < width; x++) {
			across[row + x] = sum / (2 * r + 1);
			sum += source[row + Math.min(width - 1, x + r + 1)] - source[row + Math.max(0, x - r)];
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
 * Where each pixel's colour is taken from when edges waver: an index into the plate.
 * @param waver how far, in stage units
 * @param length wavelength, in stage units
 */
export function wavered(plate: Plate, x: number, y: number, waver: number, length: number): number {
	const { width, height, unit, seed } = plate;
	const sx = x / unit / length + seed;
	const sy = y / unit / length;
	const shift = waver * unit;
	const px = Math.min(width - 1, Math.max(0, Math.round(x + noise(sx, sy) * shift)));
	const py = Math.min(height - 1, Math.max(0, Math.round(y + noise(sy + 91, sx + 37) * shift)));
	return py * width + px;
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
			edge[p] = Math.hypot(light[right] - light[left], light[down + x] - light[up + x]);
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
