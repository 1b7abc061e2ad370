import { describe, expect, it } from 'vitest';
import type { Measured } from '$lib/core/schema';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import { overDial } from './index';

const measuredAs = (sharpness: number): Measured => ({
	values: {
		sharpness,
		noise: 0,
		contrast: 0,
		lightness: 0,
		colourfulness: 0,
		clipped: 0,
		oversaturated: 0,
		edges: 0
	},
	palette: [],
	hash: '0000000000000000'
});
const takes = sampleTakes(sampleRack({ steps: [20, 4, 8], seed: [1, 2] }));
/** A planted measure: ten for every step, and one for the seed. */
const planted = new Map(
	takes.map(({ id, settings }) => [id, measuredAs(10 * settings.steps + settings.seed)])
);
const of = (id: string) => planted.get(id);
const bySeed = (take: (typeof takes)[number]) => `seed ${take.settings.seed}`;

describe('a measure over a dial', () => {
	it('is the mean at every stop, with a line for every seed', () => {
		const over = overDial(takes, 'steps', 'sharpness', of, bySeed);
		expect(over.stops.map(({ value }) => value)).toEqual([4, 8, 20]);
		expect(over.mean).toEqual([41.5, 81.5, 201.5]);
		expect(over.lines).toHaveLength(2);
		expect(over.lines).toContainEqual({ name: 'seed 1', values: [41, 81, 201] });
		expect(over.lines).toContainEqual({ name: 'seed 2', values: [42, 82, 202] });
	});

	it('has a hole where a take is missing or was not measured', () => {
		const some = takes.filter(({ settings: s }) => s.steps !== 8 || s.seed !== 2);
		const over = overDial(some, 'steps', 'sharpness', of, bySeed);
		expect(over.lines.find(({ name }) => name === 'seed 2')?.values).toEqual([42, null, 202]);
		expect(over.mean).toEqual([41.5, 81, 201.5]);
		const none = overDial(takes, 'steps', 'sharpness', () => undefined, bySeed);
		expect(none).toEqual({ stops: [], mean: [], lines: [] });
	});

	it('leaves out takes that have no other along the dial: they would bend the mean', () => {
		const [stray] = sampleTakes(sampleRack({ steps: [12], seed: [1], wording: ['a crab'] })).map(
			(take) => ({ ...take, id: 'stray' })
		);
		const known = (id: string) => (id === 'stray' ? measuredAs(9999) : of(id));
		const byWords = (take: (typeof takes)[number]) => `${bySeed(take)} ${take.settings.prompt}`;
		const over = overDial([...takes, stray], 'steps', 'sharpness', known, byWords);
		expect(over.stops.map(({ value }) => value)).toEqual([4, 8, 20]);
		expect(Math.max(...over.mean.map((one) => one ?? 0))).toBe(201.5);
		// Where there are no others at all, they are shown.
		const alone = overDial([stray], 'steps', 'sharpness', known, byWords);
		expect(alone.mean).toEqual([9999]);
	});

	it('says nothing of a dial whose stops are no numbers', () => {
		expect(overDial(takes, 'model', 'sharpness', of, bySeed).stops).toEqual([]);
	});
});
