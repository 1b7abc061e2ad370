import { describe, expect, it } from 'vitest';
import { cards, sampleRack } from '$lib/core/testing';
import { combinations, costOf, countChosen, planProblems } from '$lib/core/plan';
import { chosenAmong, countSettings, designSays, workOut } from './index';
import type { Design } from '$lib/core/schema';

const rack = sampleRack({
	model: ['alder-2', 'birch'],
	guidance: [2, 6, 12],
	steps: [10, 20, 30],
	wording: ['a heron', 'a crab'],
	seed: [1, 2]
});
const designs: Design[] = [
	{ kind: 'all' },
	{ kind: 'around', base: { model: 'birch', guidance: '6' } },
	{ kind: 'fraction', settings: 12, pairs: [] },
	{ kind: 'fraction', settings: 16, pairs: [['model', 'guidance']] },
	{ kind: 'scatter', settings: 10 }
];

describe.each(designs.map((design) => [design.kind, design] as const))('%s', (_kind, design) => {
	const done = workOut(rack, design);
	const takes = [...combinations(done.rack, done)];

	it('has as many takes as were counted before, each once, all of them possible', () => {
		expect(takes).toHaveLength(countSettings(rack, design) * 2);
		const distinct = new Set(takes.map((take) => JSON.stringify(take)));
		expect(distinct.size).toBe(takes.length);
		for (const { settings } of takes) {
			expect(rack.model).toContain(settings.model);
			expect(settings.guidance).toBeGreaterThanOrEqual(2);
			expect(settings.guidance).toBeLessThanOrEqual(12);
			expect(Number.isInteger(settings.steps)).toBe(true);
		}
	});

	it('gives every setting the same seeds, one seed after the other', () => {
		const half = takes.length / 2;
		const without = takes.map(({ settings, words }) =>
			JSON.stringify([{ ...settings, seed: 0 }, words])
		);
		expect(without.slice(0, half)).toEqual(without.slice(half));
		expect(takes.slice(0, half).every(({ settings }) => settings.seed === 1)).toBe(true);
	});

	it('says what it can tell, with a figure where it has one', () => {
		const says = designSays(rack, design, done.efficiency);
		expect(says).toMatch(/same 2 seeds/);
		if (design.kind === 'fraction' || design.kind === 'around') expect(says).toMatch(/\d+%/);
	});
});

describe('designs', () => {
	it('choose among dials with two stops or more, never the seed', () => {
		expect(chosenAmong(rack)).toEqual(['model', 'guidance', 'steps', 'wording']);
	});

	it('round a base turn one dial at a time', () => {
		const { rows, dials } = workOut(rack, designs[1]);
		const base = rows![0];
		expect(dials.map((dial, d) => [dial, base[d]])).toEqual([
			['model', 1],
			['guidance', 1],
			['steps', 1],
			['wording', 0]
		]);
		for (const row of rows!.slice(1)) expect(row.filter((at, d) => at !== base[d])).toHaveLength(1);
	});

	it('of a fraction that is asked for all are all combinations', () => {
		expect(workOut(rack, { kind: 'fraction', settings: 999, pairs: [] }).rows).toBeNull();
	});

	it('of points on few stops have each setting once, and say how many those are', () => {
		const few = sampleRack({ model: ['alder-2', 'birch'], sampler: ['euler', 'heun'] });
		const { rows } = workOut(few, { kind: 'scatter', settings: 16 });
		expect(new Set(rows!.map((row) => row.join())).size).toBe(4);
		expect(rows).toHaveLength(4);
	});

	it('of many points are counted by the points, not by all combinations of their stops', () => {
		const scatter = workOut(
			sampleRack({ guidance: [1, 15], steps: [4, 60], weight: [0, 1], adapter: ['dusk'] }),
			{ kind: 'scatter', settings: 256 }
		);
		expect(countChosen(scatter.rack, scatter)).toBe(256);
		expect(
			planProblems(scatter.rack, cards, scatter).filter(({ dial }) => dial === 'seed')
		).toEqual([]);
	});

	it('are as good as they can be with all combinations, less so round a base', () => {
		expect(workOut(rack, designs[0]).efficiency).toBe(1);
		const around = workOut(rack, designs[1]).efficiency!;
		const fraction = workOut(rack, designs[2]).efficiency!;
		expect(around).toBeGreaterThan(0);
		expect(around).toBeLessThan(fraction);
	});

	it('are priced from what they run, and a million combinations without running through them', () => {
		const fraction = workOut(rack, designs[2]);
		const [all, some] = [costOf(rack, cards), costOf(fraction.rack, cards, 2, fraction)];
		expect(some.takes).toBe(24);
		expect(some.credits).toBeLessThan(all.credits);
		const many = (n: number) => Array.from({ length: n }, (_, i) => i + 1);
		const huge = sampleRack({ guidance: many(1000), seed: many(1000) });
		expect(costOf(huge, cards).takes).toBe(1_000_000);
		expect(countSettings(huge, { kind: 'all' })).toBe(1000);
	});
});
