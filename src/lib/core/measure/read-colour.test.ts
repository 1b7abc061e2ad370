import { interpolate, formatHex } from 'culori';
import { describe, expect, it } from 'vitest';
import { hexOf, readColour } from './index';

const of = (...colours: [number, number, number, number?][]) =>
	colours.flatMap(([r, g, b, alpha = 255]) => [r, g, b, alpha]);

describe('a colour that is read', () => {
	it.each([
		[0, 0, 0],
		[255, 255, 255],
		[200, 60, 40],
		[12, 130, 201]
	])('of one pixel is that pixel: %i, %i, %i', (...rgb) => {
		expect(readColour(of(rgb))!.hex).toBe(hexOf(rgb));
	});

	// Held against `culori`: the middle of two colours in OKLab.
	it('of two is the middle between them', () => {
		const middle = formatHex(interpolate(['#c83c28', '#28a03c'], 'oklab')(0.5));
		expect(readColour(of([200, 60, 40], [40, 160, 60]))!.hex).toBe(middle);
	});

	it('leaves out what is clear, and of nothing but that there is none', () => {
		expect(readColour(of([200, 60, 40], [0, 0, 0, 0]))).toEqual(readColour(of([200, 60, 40])));
		expect(readColour(of([0, 0, 0, 0]))).toBeNull();
	});
});
