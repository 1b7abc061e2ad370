import { describe, expect, it } from 'vitest';
import { stream } from '$lib/core/random';
import { palette, tone, tonePhrases } from './index';

const flat = (...parts: [rgb: number[], count: number][]) =>
	Uint8Array.from(parts.flatMap(([rgb, count]) => Array.from({ length: count }, () => rgb).flat()));

describe('palette', () => {
	it('finds planted colours with their shares, whatever order they stand in', () => {
		const random = stream('palette');
		const planted = flat([[196, 48, 43], 500], [[46, 106, 178], 300], [[246, 245, 241], 200]);
		const order = random.shuffle(Array.from({ length: 1000 }, (_, i) => i));
		const mixed = Uint8Array.from(order.flatMap((p) => [...planted.subarray(p * 3, p * 3 + 3)]));
		for (const pixels of [planted, mixed])
			expect(palette(pixels)).toEqual([
				{ name: 'red', hex: '#c4302b', share: 0.5 },
				{ name: 'blue', hex: '#2e6ab2', share: 0.3 },
				{ name: 'white', hex: '#f6f5f1', share: 0.2 }
			]);
	});

	it('joins shades of one name, and shares add up to 1', () => {
		const random = stream('shades');
		const pixels = Uint8Array.from({ length: 3000 }, () => random.below(256));
		const found = palette(pixels);
		expect(found.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
		expect(new Set(found.map(({ name }) => name)).size).toBe(found.length);
		expect(palette(flat([[10, 10, 10], 50]))).toEqual([
			{ name: 'black', hex: '#0a0a0a', share: 1 }
		]);
		expect(palette(new Uint8Array())).toEqual([]);
	});
});

describe('tone', () => {
	it('of black and white halves: L* 50, the largest contrast, no colour (CIE 1976, from the formula)', () => {
		const half = tone(flat([[0, 0, 0], 100], [[255, 255, 255], 100]));
		expect(half.lightness).toBeCloseTo(50, 1);
		expect(half.contrast).toBeCloseTo(0.5, 3);
		expect(half.colourfulness).toBeCloseTo(0, 6);
		expect(tone(new Uint8Array()).contrast).toBe(0);
	});

	// L* = 116 (Y/Yn)^(1/3) - 16; sRGB grey 119 has Y = 0.184, so L* = 50.0 (IEC 61966-2-1).
	it('of middle grey is L* 50', () =>
		expect(tone(flat([[119, 119, 119], 9])).lightness).toBeCloseTo(50, 0));

	// Hasler and Suesstrunk 2003, by hand: half red, half blue. rg = 255, 0; yb = 127.5, -255.
	it('has the colourfulness of the formula', () => {
		const spread = Math.hypot(127.5, 191.25);
		const mean = 0.3 * Math.hypot(127.5, -63.75);
		const { colourfulness } = tone(flat([[255, 0, 0], 10], [[0, 0, 255], 10]));
		expect(colourfulness).toBeCloseTo(spread + mean, 6);
	});

	it('is said in words of the phrase lists when it is out of the ordinary', () => {
		expect(tonePhrases({ lightness: 50, contrast: 0.4, colourfulness: 80, warmth: 8 })).toEqual([
			'high contrast',
			'rich colours',
			'warm palette'
		]);
		expect(tonePhrases({ lightness: 50, contrast: 0.2, colourfulness: 40, warmth: 0 })).toEqual([]);
		expect(tonePhrases({ lightness: 9, contrast: 0.1, colourfulness: 2, warmth: 9 })).toEqual([
			'low contrast',
			'monochrome'
		]);
	});
});
