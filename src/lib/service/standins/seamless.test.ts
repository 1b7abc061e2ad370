import { LuDecomposition, Matrix } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { stream } from '$lib/core/random';
import { membrane, seamless } from './seamless';

const SIDE = 32;
const draw = stream('seamless');
const noise = (low: number, high: number) =>
	Uint8Array.from({ length: SIDE * SIDE * 3 }, () => low + Math.floor(draw.next() * (high - low)));
const bitmap = (pixels: Uint8Array) => ({ width: SIDE, height: SIDE, pixels });

/**
 * The same equation solved directly: Pérez, Gangnet and Blake 2003, eq. 7, the discrete Poisson
 * equation with the gradients of what was made, one row a pixel of the area.
 */
function direct(source: Uint8Array, made: Uint8Array, mask: Uint8Array, c: number): Float64Array {
	const places = [...mask.keys()].filter((p) => mask[p] > 0);
	const row = new Map(places.map((p, i) => [p, i]));
	const a = Matrix.zeros(places.length, places.length);
	const b = Matrix.zeros(places.length, 1);
	for (const [i, p] of places.entries()) {
		const [x, y] = [p % SIDE, Math.floor(p / SIDE)];
		const near = [
			...(x > 0 ? [p - 1] : []),
			...(x < SIDE - 1 ? [p + 1] : []),
			...(y > 0 ? [p - SIDE] : []),
			...(y < SIDE - 1 ? [p + SIDE] : [])
		];
		a.set(i, i, near.length);
		for (const q of near) {
			b.set(i, 0, b.get(i, 0) + made[p * 3 + c] - made[q * 3 + c]);
			const j = row.get(q);
			if (j === undefined) b.set(i, 0, b.get(i, 0) + source[q * 3 + c]);
			else a.set(i, j, -1);
		}
	}
	const f = new LuDecomposition(a).solve(b).to1DArray();
	return Float64Array.from(mask, (v, p) => (v > 0 ? f[row.get(p)!] : source[p * 3 + c]));
}

/** A disc in the middle, an area that reaches the frame's edge, and all but a square. */
const areas: Record<string, (x: number, y: number) => boolean> = {
	'a disc': (x, y) => Math.hypot(x - 15, y - 17) < 10,
	'a side of the frame': (x, y) => x > 18 && y > 6,
	'all round a square': (x, y) => x < 9 || x > 22 || y < 9 || y > 22
};

describe('the membrane', () => {
	it.each(Object.entries(areas))('is the solution of the equation: %s', (_name, inside) => {
		// Smooth enough that nothing is cut off at black or white.
		const [source, made] = [noise(90, 110), noise(120, 150)];
		const mask = Uint8Array.from({ length: SIDE * SIDE }, (_, p) =>
			inside(p % SIDE, Math.floor(p / SIDE)) ? 255 : 0
		);
		const open = mask.map((v) => (v ? 1 : 0));
		const value = Float32Array.from(source, (v, i) => (mask[Math.floor(i / 3)] ? 0 : v - made[i]));
		membrane({ width: SIDE, height: SIDE, open, value });
		for (let c = 0; c < 3; c++) {
			const wanted = direct(source, made, mask, c);
			for (let p = 0; p < mask.length; p++)
				expect(Math.abs(made[p * 3 + c] + value[p * 3 + c] - wanted[p])).toBeLessThan(0.5);
		}
	});
});

describe('what is set in without a seam', () => {
	it('takes over what was made where it differs by a constant alone', () => {
		const source = noise(60, 200);
		const made = source.map((v) => v + 40);
		const mask = new Uint8Array(SIDE * SIDE).map((_, p) =>
			areas['a disc'](p % SIDE, p / SIDE) ? 255 : 0
		);
		expect(seamless(bitmap(source), made, mask)).toEqual(source);
	});

	it('leaves of the source what a soft area leaves, and all where there is none', () => {
		const [source, made] = [noise(60, 200), noise(60, 200)];
		expect(seamless(bitmap(source), made, new Uint8Array(SIDE * SIDE))).toEqual(source);
		expect(seamless(bitmap(source), made, new Uint8Array(SIDE * SIDE).fill(255))).toEqual(made);
		const soft = new Uint8Array(SIDE * SIDE).map((_, p) =>
			areas['a disc'](p % SIDE, p / SIDE) ? 1 : 0
		);
		const out = seamless(bitmap(source), made, soft);
		expect(Math.max(...out.map((v, i) => Math.abs(v - source[i])))).toBeLessThanOrEqual(1);
	});
});
