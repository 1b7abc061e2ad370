import { converter } from 'culori';
import { mean, sampleCorrelation, standardDeviation, variance } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { normals } from '$lib/core/random';
import { measureOf, type MeasureId } from '.';
import { Seen } from '../seen';

const [width, height] = [60, 44];

/** A picture of soft shapes in colour, with grain, some black and some pure red. */
function picture(): Uint8Array {
	const grain = normals(11, 0, width * height * 3);
	const clamp = (v: number) => Math.round(Math.max(0, Math.min(255, v)));
	return Uint8Array.from({ length: width * height * 3 }, (_, i) => {
		const [p, c] = [Math.floor(i / 3), i % 3];
		const [x, y] = [p % width, Math.floor(p / width)];
		if (x < 6 && y < 6) return 0;
		if (x > 52 && y > 38) return c === 0 ? 255 : 0;
		return clamp(120 + 70 * Math.sin(x / 7 + c) + 30 * Math.cos(y / 5) + 6 * grain[i]);
	});
}

const pixels = picture();
const triples = Array.from({ length: width * height }, (_, p) => [
	...pixels.subarray(p * 3, p * 3 + 3)
]);
/** Luma as BT.601 has it, in rows. */
const rows = Array.from({ length: height }, (_, y) =>
	Array.from({ length: width }, (_, x) => {
		const [r, g, b] = triples[y * width + x];
		return 0.299 * r + 0.587 * g + 0.114 * b;
	})
);

/** A mask of three by three laid over every inner pixel, the plain way. */
function masked(mask: number[][]): number[] {
	const out: number[] = [];
	for (let y = 1; y < height - 1; y++)
		for (let x = 1; x < width - 1; x++) {
			let sum = 0;
			for (let v = 0; v < 3; v++)
				for (let u = 0; u < 3; u++) sum += mask[v][u] * rows[y + v - 1][x + u - 1];
			out.push(sum);
		}
	return out;
}

const gradients = (() => {
	const across = masked([
		[-1, 0, 1],
		[-2, 0, 2],
		[-1, 0, 1]
	]);
	const down = masked([
		[-1, -2, -1],
		[0, 0, 0],
		[1, 2, 1]
	]);
	return across.map((g, i) => Math.hypot(g, down[i]) / 4);
})();

const lightnesses = (() => {
	// CIE L* by culori, for D65.
	const lab = converter('lab65');
	return triples.map(([r, g, b]) => lab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 }).l);
})();

/** Every measure, worked out another way: plain loops, `simple-statistics`, `culori`. */
const reference: Record<MeasureId, () => number> = {
	sharpness: () =>
		variance(
			masked([
				[0, 1, 0],
				[1, -4, 1],
				[0, 1, 0]
			])
		),
	// Immerkaer 1996, where there is no edge.
	noise: () => {
		const flat = masked([
			[1, -2, 1],
			[-2, 4, -2],
			[1, -2, 1]
		]).filter((_, i) => gradients[i] <= 64);
		return (Math.sqrt(Math.PI / 2) * mean(flat.map(Math.abs))) / 6;
	},
	edges: () => gradients.filter((g) => g > 64).length / gradients.length,
	contrast: () => standardDeviation(lightnesses) / 100,
	lightness: () => mean(lightnesses),
	// Hasler and Suesstrunk 2003, M3.
	colourfulness: () => {
		const rg = triples.map(([r, g]) => r - g);
		const yb = triples.map(([r, g, b]) => (r + g) / 2 - b);
		return (
			Math.hypot(standardDeviation(rg), standardDeviation(yb)) +
			0.3 * Math.hypot(mean(rg), mean(yb))
		);
	},
	clipped: () =>
		triples.filter((rgb) => rgb.every((v) => v <= 2) || rgb.every((v) => v >= 253)).length /
		triples.length,
	oversaturated: () =>
		triples.filter(
			(rgb) =>
				rgb.some((v) => v <= 2) &&
				rgb.some((v) => v >= 253) &&
				!rgb.every((v) => v <= 2) &&
				!rgb.every((v) => v >= 253)
		).length / triples.length,
	symmetry: () => sampleCorrelation(rows.flat(), rows.map((row) => [...row].reverse()).flat())
};

describe('every measure agrees with the same worked out another way', () => {
	it.each(Object.keys(reference) as MeasureId[])('%s', (id) => {
		const expected = reference[id]();
		expect(measureOf(id).compute(new Seen(pixels, width, height)) / expected).toBeCloseTo(1, 4);
	});

	it('symmetry of a mirrored picture is 1, of a fade across -1, of one tone 1', () => {
		const of = (tone: (x: number) => number) =>
			measureOf('symmetry').compute(
				new Seen(
					Uint8Array.from({ length: width * height * 3 }, (_, i) =>
						tone(Math.floor(i / 3) % width)
					),
					width,
					height
				)
			);
		expect(of((x) => Math.min(x, width - 1 - x) * 4)).toBeCloseTo(1, 6);
		expect(of((x) => x * 4)).toBeCloseTo(-1, 6);
		expect(of(() => 90)).toBe(1);
	});
});
