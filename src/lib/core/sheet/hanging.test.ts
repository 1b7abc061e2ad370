import { describe, expect, it } from 'vitest';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import { hanging } from './index';

const takes = sampleTakes(sampleRack({ guidance: [3, 6, 9], seed: [1, 2, 3] })).map((take, i) => ({
	...take,
	number: i + 1,
	planId: i < 4 ? 'p1' : 'p2',
	madeAt: 1000 + i
}));
const of = {
	runs: [
		{ id: 'p1', says: 'first' },
		{ id: 'p2', says: 'second' }
	],
	mark: ({ number }: { number: number }) =>
		number % 3 === 0 ? ('keep' as const) : number % 3 === 1 ? ('drop' as const) : undefined,
	score: ({ number }: { number: number }) => (number === 2 ? undefined : -Math.abs(number - 5))
};
const numbers = (order: Parameters<typeof hanging>[1]) =>
	hanging(takes, order, of).map(({ says, items }) => ({
		says,
		items: items.map(({ take }) => take.number)
	}));
const all = takes.map(({ number }) => number);

describe('what hangs on a wall', () => {
	it('is every take, by run as they came', () => {
		expect(numbers('stop')).toEqual([
			{ says: 'first', items: all.slice(0, 4) },
			{ says: 'second', items: all.slice(4) }
		]);
	});

	it('has no words above a single run', () => {
		expect(hanging(takes.slice(0, 4), 'stop', of).map(({ says }) => says)).toEqual(['']);
	});

	it('is the newest first, and what is being made before it', () => {
		expect(numbers('made')[0].items).toEqual([...all].reverse());
		const making = [{ ...takes[0], madeAt: undefined }, ...takes.slice(1)];
		expect(hanging(making, 'made', of)[0].items[0].take.number).toBe(1);
	});

	it('is parted by marks, the kept first, nothing left out', () => {
		const groups = numbers('marks');
		expect(groups[0].says).toMatch(/^kept/);
		expect(groups[0].items.every((number) => number % 3 === 0)).toBe(true);
		expect(groups.flatMap(({ items }) => items).sort((a, b) => a - b)).toEqual(all);
	});

	it('has most of a measure first, what was not measured last', () => {
		const [{ items }] = numbers('measure');
		expect(items[0]).toBe(5);
		expect(items.at(-1)).toBe(2);
		expect([...items].sort((a, b) => a - b)).toEqual(all);
	});

	it('hangs at the ratio of its picture, cropped ones at that of the crop', () => {
		const [one] = hanging([takes[0]], 'stop', of);
		const { width, height } = takes[0].settings;
		expect(one.items[0].ratio).toBe(width / height);
		const value = { left: 0, top: 0, width: 0.5, height: 1 };
		const cropped = { ...takes[0], edits: [{ id: 'crop', value }] } as (typeof takes)[0];
		const [other] = hanging([cropped], 'stop', of);
		expect(other.items[0].ratio).toBeCloseTo((0.5 * width) / height, 2);
	});
});
