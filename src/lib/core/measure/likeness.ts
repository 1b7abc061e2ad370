import { shrink, type Grey } from './luma';

const SIDE = 32;
const KEPT = 8;

/**
 * A perceptual hash of 64 bits, as 16 hexadecimal digits: which of the 64 slowest cosine waves of
 * a picture of 32 by 32 are above their median. Pictures that look alike have few bits apart.
 * Common practice (discrete cosine transform hash), no source; the transform is DCT-II, Ahmed,
 * Natarajan and Rao 1974.
 */
export function perceptualHash(grey: Grey): string {
	const small = square(grey);
	const waves = new Float64Array(KEPT * KEPT);
	for (let v = 0; v < KEPT; v++)
		for (let u = 0; u < KEPT; u++) {
			let sum = 0;
			for (let y = 0; y < SIDE; y++)
				for (let x = 0; x < SIDE; x++)
					sum += small[y * SIDE + x] * cosine[u * SIDE + x] * cosine[v * SIDE + y];
			waves[v * KEPT + u] = sum;
		}
	// The first wave is the picture's mean: it says nothing of what is seen.
	const rest = [...waves.subarray(1)].sort((a, b) => a - b);
	const median = rest[Math.floor(rest.length / 2)];
	let hash = '';
	for (let digit = 0; digit < 16; digit++) {
		let bits = 0;
		for (let b = 0; b < 4; b++) {
			const at = digit * 4 + b;
			bits = bits * 2 + (at > 0 && waves[at] > median ? 1 : 0);
		}
		hash += bits.toString(16);
	}
	return hash;
}

const cosine = Float64Array.from({ length: KEPT * SIDE }, (_, i) =>
	Math.cos((Math.PI * Math.floor(i / SIDE) * (2 * (i % SIDE) + 1)) / (2 * SIDE))
);

/** A picture of any shape as a square of 32 by 32. */
function square(grey: Grey): Float64Array {
	const near = shrink(grey, Math.max(1, Math.floor(Math.min(grey.width, grey.height) / 64)));
	const out = new Float64Array(SIDE * SIDE);
	for (let y = 0; y < SIDE; y++)
		for (let x = 0; x < SIDE; x++) {
			const [x0, x1] = span(x, near.width);
			const [y0, y1] = span(y, near.height);
			let sum = 0;
			for (let v = y0; v < y1; v++)
				for (let u = x0; u < x1; u++) sum += near.values[v * near.width + u];
			out[y * SIDE + x] = sum / ((x1 - x0) * (y1 - y0));
		}
	return out;
}

function span(at: number, length: number): [number, number] {
	const from = Math.floor((at * length) / SIDE);
	return [from, Math.max(from + 1, Math.floor(((at + 1) * length) / SIDE))];
}

/** Bits in which two hashes differ, 0 to 64. */
export function hashDistance(a: string, b: string): number {
	let distance = 0;
	for (let i = 0; i < 16; i++) {
		let bits = parseInt(a[i], 16) ^ parseInt(b[i], 16);
		for (; bits; bits &= bits - 1) distance++;
	}
	return distance;
}
