import { describe, expect, it } from 'vitest';
import { makeScale, sortedStops, within } from './scale';

const scale = makeScale(424, { min: 0, max: 20, least: 1, step: 0.5, tick: 1, label: 5 });

describe('an upright scale', () => {
	it('has its largest value at the top, and gives values back where they stand', () => {
		expect(scale.y(20)).toBeLessThan(scale.y(0));
		for (const value of [1, 4.5, 12, 20]) expect(scale.valueAt(scale.y(value))).toBe(value);
	});

	it('keeps to its steps and its ends', () => {
		expect(scale.valueAt(-50)).toBe(20);
		expect(scale.valueAt(1000)).toBe(1);
		expect(scale.valueAt(scale.y(7.2))).toBe(7);
	});

	it('numbers every fifth of its ticks', () => {
		expect(scale.ticks).toHaveLength(21);
		expect(scale.ticks.filter(({ major }) => major).map(({ value }) => value)).toEqual([
			0, 5, 10, 15, 20
		]);
		const tenths = makeScale(300, { min: 0, max: 1, least: 0, step: 0.05, tick: 0.1, label: 0.5 });
		expect(tenths.ticks.filter(({ major }) => major).map(({ value }) => value)).toEqual([
			0, 0.5, 1
		]);
	});

	it('keeps stops in order and clean', () => {
		expect(sortedStops([0.1 + 0.2, 0.3, 0.1])).toEqual([0.1, 0.3]);
		expect(within(0.1 + 0.2, 0, 1)).toBe(0.3);
	});
});
