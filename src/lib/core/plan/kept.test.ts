import { workOut } from '$lib/core/designs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cards, sampleRack } from '$lib/core/testing';
import type { Design, Plan } from '$lib/core/schema';
import {
	againProblems,
	chosenFrom,
	combinations,
	keptChoice,
	onFreshSeeds,
	productSays,
	type Chosen
} from './index';

const rack = sampleRack({
	model: ['alder-2', 'birch'],
	guidance: [2, 6, 12],
	steps: [10, 20],
	seed: [1, 2]
});
const planOf = (design: Design): Plan => {
	const worked = workOut(rack, design);
	return {
		id: 'p',
		briefId: 'b',
		design,
		rack: worked.rack,
		chosen: keptChoice(worked),
		elsewhere: false,
		stopped: false,
		paused: false,
		place: 0,
		createdAt: 0
	};
};
const without = (takes: Iterable<{ settings: { seed: number } }>) =>
	new Set([...takes].map(({ settings }) => JSON.stringify({ ...settings, seed: 0 })));

describe('a plan that was run', () => {
	it.each([
		{ kind: 'all' },
		{ kind: 'around', base: {} },
		{ kind: 'fraction', settings: 8, pairs: [] },
		{ kind: 'scatter', settings: 9 }
	] as Design[])(
		'as $kind runs the settings that it ran on other seeds, and no others',
		(design) => {
			const plan = planOf(design);
			const ran = [...combinations(plan.rack, workOut(rack, design))];
			const next = onFreshSeeds(plan, [77, 78]);
			const again = [...combinations(next.rack, next.chosen as Chosen)];
			expect(again).toHaveLength(ran.length);
			expect(without(again)).toEqual(without(ran));
			expect(new Set(again.map(({ settings }) => settings.seed))).toEqual(new Set([77, 78]));
		}
	);

	it('whatever it chose is found again from its takes', () => {
		const all = workOut(rack, { kind: 'all' });
		fc.assert(
			fc.property(fc.uniqueArray(fc.nat(11), { minLength: 1, maxLength: 12 }), (places) => {
				const rows = places.map((p) => [p % 2, Math.floor(p / 2) % 3, Math.floor(p / 6)]);
				const takes = [...combinations(rack, { rows, dials: all.dials })];
				const found = chosenFrom(rack, takes);
				expect(without(combinations(rack, found))).toEqual(without(takes));
			})
		);
	});

	it('of pictures made elsewhere, or of models that are gone, is not offered again', () => {
		expect(againProblems(planOf({ kind: 'all' }), cards)).toEqual([]);
		expect(againProblems({ ...planOf({ kind: 'all' }), elsewhere: true }, cards)[0].says).toMatch(
			/made elsewhere/
		);
		expect(againProblems(planOf({ kind: 'all' }), cards.slice(2))[0].says).toMatch(
			/No render service offers/
		);
	});

	// A run of 6 settings on 2 seeds in batches of 4 was told as 24 settings.
	it('is told as a multiplication, whatever of chance varies', () => {
		const some = { ...planOf({ kind: 'fraction', settings: 6, pairs: [] }) };
		const batched = { ...some, rack: { ...some.rack, batch: [1, 2, 3, 4] } };
		expect(productSays(some, 12)).toBe('6 settings \u00d7 2 seeds');
		expect(productSays(batched, 48)).toBe('6 settings \u00d7 2 seeds \u00d7 4 in a batch');
		expect(productSays(planOf({ kind: 'all' }), 24)).toBe(
			'2 models \u00d7 3 guidance values \u00d7 2 step counts \u00d7 2 seeds'
		);
	});
});
