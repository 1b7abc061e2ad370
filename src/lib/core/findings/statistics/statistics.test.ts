import { sampleRankCorrelation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import {
	chiSquaredAbove,
	friedman,
	kendallW,
	mcnemarExact,
	ranks,
	spearman,
	takesForOne,
	takesToBeSure,
	wilson
} from './index';

describe('wilson', () => {
	// Newcombe 1998, table I, method 3.
	it.each([
		[81, 263, 0.2553, 0.3662],
		[15, 148, 0.0624, 0.1605],
		[0, 20, 0, 0.1611],
		[1, 29, 0.0061, 0.1718]
	])('of %i of %i is as printed', (count, of, low, high) => {
		const rate = wilson(count, of);
		expect(rate.low).toBeCloseTo(low, 4);
		expect(rate.high).toBeCloseTo(high, 4);
	});

	it('of nothing knows nothing', () => {
		expect(wilson(0, 0)).toMatchObject({ low: 0, high: 1 });
	});
});

// Hollander and Wolfe, rounding first base: round out, narrow angle, wide angle, 22 runners (from memory;
// the statistic comes out as printed).
const runners = [
	[5.4, 5.5, 5.55],
	[5.85, 5.7, 5.75],
	[5.2, 5.6, 5.5],
	[5.55, 5.5, 5.4],
	[5.9, 5.85, 5.7],
	[5.45, 5.55, 5.6],
	[5.4, 5.4, 5.35],
	[5.45, 5.5, 5.35],
	[5.25, 5.15, 5.0],
	[5.85, 5.8, 5.7],
	[5.25, 5.2, 5.1],
	[5.65, 5.55, 5.45],
	[5.6, 5.35, 5.45],
	[5.05, 5.0, 4.95],
	[5.5, 5.5, 5.4],
	[5.45, 5.55, 5.5],
	[5.55, 5.55, 5.35],
	[5.45, 5.5, 5.55],
	[5.5, 5.45, 5.25],
	[5.65, 5.6, 5.4],
	[5.7, 5.65, 5.55],
	[6.3, 6.3, 6.25]
];

describe('friedman', () => {
	it('of the runners is as printed', () => {
		const { chiSquared, freedom } = friedman(runners);
		expect(chiSquared).toBeCloseTo(11.143, 3);
		expect(chiSquaredAbove(chiSquared, freedom)).toBeCloseTo(0.0038, 4);
	});
});

describe('kendallW', () => {
	it('is 1 where all agree, and 0 where two are opposed', () => {
		expect(
			kendallW([
				[1, 2, 3],
				[1, 2, 3],
				[4, 5, 6]
			])
		).toBeCloseTo(1, 12);
		expect(
			kendallW([
				[1, 2, 3],
				[3, 2, 1]
			])
		).toBeCloseTo(0, 12);
	});
});

describe('mcnemarExact', () => {
	// Agresti, Categorical Data Analysis: approval in two surveys, 150 and 86 changed their minds, z squared
	// 17.36. With so many pairs the exact test comes close to the chi-squared.
	it('of the two surveys comes to what is printed', () => {
		expect((150 - 86) ** 2 / (150 + 86)).toBeCloseTo(17.36, 2);
		expect(mcnemarExact(86, 150)).toBeCloseTo(chiSquaredAbove(17.36, 1), 4);
	});

	// Two-sided binomial: 4 against 0 is 2 / 2^4.
	it('is exact where pairs are few', () => {
		expect(mcnemarExact(4, 0)).toBeCloseTo(0.125, 12);
		expect(mcnemarExact(0, 6)).toBeCloseTo(2 / 64, 12);
		expect(mcnemarExact(1, 5)).toBeCloseTo((2 * (1 + 6)) / 64, 12);
		expect(mcnemarExact(3, 3)).toBe(1);
		expect(mcnemarExact(0, 0)).toBe(1);
	});
});

describe('chiSquaredAbove', () => {
	// Two degrees of freedom are an exponential; one is a normal squared, 5% beyond 1.96.
	it('is exact where a closed form exists', () => {
		for (const x of [0.1, 1, 3, 8, 30])
			expect(chiSquaredAbove(x, 2)).toBeCloseTo(Math.exp(-x / 2), 12);
		expect(chiSquaredAbove(1.959963984540054 ** 2, 1)).toBeCloseTo(0.05, 10);
		expect(chiSquaredAbove(0, 3)).toBe(1);
	});
});

describe('spearman', () => {
	it('is that of simple-statistics', () => {
		const a = [3, 1, 4, 1.5, 9, 2.6, 5.3];
		const b = [2, 7, 1, 8, 2.5, 8.1, 2.7];
		expect(spearman(a, b)).toBeCloseTo(sampleRankCorrelation(a, b), 12);
	});

	it('shares ranks of equal values', () => {
		expect(ranks([5, 1, 5, 3])).toEqual([3.5, 1, 3.5, 2]);
	});
});

describe('the first keeper', () => {
	// Geometric distribution at one in five.
	it('comes after five takes on average, and within fourteen for 95%', () => {
		expect(takesForOne(0.2)).toBeCloseTo(5, 12);
		expect(takesToBeSure([0.2])).toBe(14);
		expect(takesToBeSure([0])).toBe(Infinity);
		expect(takesToBeSure([1])).toBe(1);
	});

	// For a Beta(2, 4) belief the mean of (1 - p)^n is 20 / ((n + 5)(n + 4)), so 16 takes are enough, where
	// the average chance of 1/3 gives 8.
	it('is averaged over what the chance may be', () => {
		// Quantiles of the belief: its distribution function is 1 - (1 - p)^4 (1 + 4p).
		const below = (p: number) => 1 - (1 - p) ** 4 * (1 + 4 * p);
		const count = 4000;
		const chances = Array.from({ length: count }, (_, i) => {
			let [low, high] = [0, 1];
			for (let j = 0; j < 60; j++) {
				const middle = (low + high) / 2;
				if (below(middle) < (i + 0.5) / count) low = middle;
				else high = middle;
			}
			return low;
		});
		expect(takesToBeSure(chances)).toBe(16);
		expect(takesToBeSure([1 / 3])).toBe(8);
	});
});
