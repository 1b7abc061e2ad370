import { describe, expect, it } from 'vitest';
import { normals, stream } from '$lib/core/random';
import {
	burnt,
	detail,
	hashDistance,
	heatOf,
	isMeasureId,
	luma,
	measureOf,
	measurePicture,
	measures,
	missingMeasures,
	perceptualHash,
	writtenValue,
	type Grey
} from '..';

/** A picture of squares of two greys, blurred by a box a number of times, with noise of a size. */
function squares(blurs: number, noise = 0): Grey {
	const side = 96;
	let values = Float32Array.from({ length: side * side }, (_, p) =>
		(Math.floor((p % side) / 12) + Math.floor(p / side / 12)) % 2 ? 180 : 70
	);
	for (let n = 0; n < blurs; n++) {
		const next = values.slice();
		for (let y = 1; y < side - 1; y++)
			for (let x = 1; x < side - 1; x++) {
				let sum = 0;
				for (let v = -1; v <= 1; v++)
					for (let u = -1; u <= 1; u++) sum += values[(y + v) * side + x + u];
				next[y * side + x] = sum / 9;
			}
		values = next;
	}
	const grain = normals(5, 0, side * side);
	return { width: side, height: side, values: values.map((v, p) => v + noise * grain[p]) };
}
/** A picture of large soft shapes, with noise of a size. */
function shapes(noise: number): Grey {
	const side = 128;
	const grain = normals(6, 0, side * side);
	const values = Float32Array.from({ length: side * side }, (_, p) => {
		const [x, y] = [(p % side) / side, Math.floor(p / side) / side];
		return (
			60 +
			90 * y +
			50 * Math.sin(5 * x + 3 * y * y) +
			(x > 0.6 && y > 0.3 ? 40 : 0) +
			noise * grain[p]
		);
	});
	return { width: side, height: side, values };
}
const flat = (r: number, g: number, b: number, count: number) =>
	Array.from({ length: count }, () => [r, g, b]).flat();

describe('detail', () => {
	it('finds a picture less sharp the more it is blurred (Pech-Pacheco et al. 2000)', () => {
		const found = [0, 1, 2, 4, 8].map((blurs) => detail(squares(blurs)).sharpness);
		for (let i = 1; i < found.length; i++) expect(found[i]).toBeLessThan(found[i - 1]);
	});

	it('finds noise of the size that was put in (Immerkaer 1996)', () => {
		for (const size of [2, 5, 12]) {
			const { noise } = detail(squares(3, size));
			expect(noise / size).toBeGreaterThan(0.9);
			expect(noise / size).toBeLessThan(1.15);
		}
	});

	it('counts edges, and nothing where there is nothing', () => {
		expect(detail(squares(0)).edges).toBeGreaterThan(detail(squares(6)).edges);
		expect(detail({ width: 2, height: 2, values: new Float32Array(4) })).toEqual({
			sharpness: 0,
			noise: 0,
			edges: 0
		});
	});
});

describe('burnt', () => {
	it('counts what is pure black, pure white, or as strong as can be', () => {
		const pixels = Uint8Array.from([
			...flat(0, 0, 0, 10),
			...flat(255, 255, 255, 20),
			...flat(255, 0, 40, 30),
			...flat(120, 130, 140, 40)
		]);
		expect(burnt(pixels)).toEqual({ clipped: 0.3, oversaturated: 0.3 });
		expect(burnt(new Uint8Array(0))).toEqual({ clipped: 0, oversaturated: 0 });
	});
});

describe('the perceptual hash', () => {
	it('hardly moves with size, lightness and noise, and much with another picture', () => {
		const one = shapes(0);
		const lighter = { ...one, values: one.values.map((v) => v * 0.9 + 20) };
		expect(hashDistance(perceptualHash(one), perceptualHash(lighter))).toBeLessThanOrEqual(2);
		expect(hashDistance(perceptualHash(one), perceptualHash(shapes(4)))).toBeLessThan(14);
		const random = stream('other');
		const other = { ...one, values: one.values.map(() => random.below(256)) };
		expect(hashDistance(perceptualHash(one), perceptualHash(other))).toBeGreaterThan(14);
	});

	it('counts the bits that differ', () => {
		expect(hashDistance('0000000000000000', 'ffffffffffffffff')).toBe(64);
		expect(hashDistance('8000000000000001', '0000000000000000')).toBe(2);
	});
});

describe('the measures', () => {
	it('are all measured, each with a sentence and its source', () => {
		const random = stream('whole');
		const pixels = Uint8Array.from({ length: 64 * 48 * 4 }, (_, i) =>
			i % 4 === 3 ? 255 : random.below(256)
		);
		const measured = measurePicture({ pixels, width: 64, height: 48 }, pixels);
		for (const { id, explained, source, format } of measures) {
			expect(Number.isFinite(measured.values[id])).toBe(true);
			expect(explained).toMatch(/\.$/);
			expect(source).not.toBe('');
			expect(format(measured.values[id])).not.toBe('');
			expect(measureOf(id).id).toBe(id);
			expect(isMeasureId(id)).toBe(true);
		}
		expect(isMeasureId('beauty')).toBe(false);
		expect(measured.palette.length).toBeGreaterThan(0);
		expect(luma(Uint8Array.of(255, 255, 255), 1, 1).values[0]).toBeCloseTo(255, 4);
	});
});

describe('what is known of a picture', () => {
	const random = stream('known');
	const pixels = Uint8Array.from({ length: 32 * 24 * 4 }, (_, i) =>
		i % 4 === 3 ? 255 : random.below(256)
	);
	const picture = { pixels, width: 32, height: 24 };
	const whole = measurePicture(picture, pixels);

	it('that lacks a measure gets that one, and keeps the others as they are', () => {
		const { edges: _edges, ...rest } = whole.values;
		const known = { ...whole, values: { ...rest, sharpness: -1 } };
		expect(missingMeasures(known).map(({ id }) => id)).toEqual(['edges']);
		const next = measurePicture(picture, pixels, known);
		expect(next.values).toEqual({ ...whole.values, sharpness: -1 });
		expect(missingMeasures(next)).toEqual([]);
	});

	it('is written where it is there, and nothing where it is not', () => {
		expect(writtenValue(undefined, measureOf('edges'))).toBe('');
		expect(writtenValue({ ...whole, values: {} }, measureOf('edges'))).toBe('');
		expect(writtenValue(whole, measureOf('edges'))).toMatch(/%$/);
	});

	it('lies within the scale of its measure', () => {
		for (const { id, scale } of measures) {
			expect(whole.values[id]).toBeGreaterThanOrEqual(scale.least);
			expect(whole.values[id]).toBeLessThanOrEqual(scale.most ?? Infinity);
		}
	});

	it('is shown as heat between its least and its most', () => {
		const heat = heatOf([4, 2, 6]);
		expect([2, 4, 6, undefined].map(heat)).toEqual([0, 0.5, 1, null]);
		expect(heatOf([3, 3])(3)).toBe(0);
		expect(heatOf([])(3)).toBeNull();
	});
});
