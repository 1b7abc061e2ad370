import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measureOf } from '$lib/core/measure';
import { measureChart, movementChart, roundUp } from './charts';

const over = {
	stops: [
		{ key: '1', value: 1 },
		{ key: '4', value: 4 },
		{ key: '12.5', value: 12.5 }
	],
	lines: [
		{ name: 'seed 1', values: [10, 30, null] },
		{ name: 'seed 2', values: [20, 70, 40] }
	],
	mean: [15, 50, 40]
};

describe('a measure over a dial', () => {
	const chart = measureChart(over, measureOf('sharpness'), 'Steps');

	it('has a place for every stop, and every line behind the mean', () => {
		expect(chart.xaxis?.categories).toEqual(['1', '4', '12.5']);
		expect(chart.series).toEqual([
			{ name: 'seed 1', data: [10, 30, null] },
			{ name: 'seed 2', data: [20, 70, 40] },
			{ name: 'mean', data: [15, 50, 40] }
		]);
		expect(chart.colors).toHaveLength(3);
	});

	it('begins at nothing and ends above the most', () => {
		expect(chart.yaxis).toMatchObject({ min: 0, max: 100 });
		expect(
			measureChart({ stops: [], lines: [], mean: [] }, measureOf('noise'), 'Steps').yaxis
		).toMatchObject({
			max: 1
		});
	});
});

describe('the end of a scale', () => {
	it('is a plain number at or above what it holds, and not far above', () => {
		expect([0.3, 1, 7, 24, 41, 8399].map(roundUp)).toEqual([0.4, 1, 10, 25, 50, 10_000]);
		fc.assert(
			fc.property(fc.double({ min: 1e-6, max: 1e9, noNaN: true }), (value) => {
				expect(roundUp(value)).toBeGreaterThanOrEqual(value * (1 - 1e-9));
				expect(roundUp(value)).toBeLessThanOrEqual(value * 2 * (1 + 1e-9));
			})
		);
		expect(roundUp(0)).toBe(1);
	});
});

describe('movement from stop to stop', () => {
	it('has the mean as bars and every pair as a dot, holes where one has fewer pairs', () => {
		const chart = movementChart([
			{ from: 1, to: 4, moved: 0.5, each: [0.4, 0.6], missing: 0 },
			{ from: 4, to: 8, moved: 0.1, each: [0.1], missing: 1 }
		]);
		expect(chart.xaxis?.categories).toEqual(['1\u21924', '4\u21928']);
		expect(chart.series).toEqual([
			{ name: 'mean', type: 'bar', data: [0.5, 0.1] },
			{ name: 'pair 1', type: 'scatter', data: [0.4, 0.1] },
			{ name: 'pair 2', type: 'scatter', data: [0.6, null] }
		]);
	});
});
