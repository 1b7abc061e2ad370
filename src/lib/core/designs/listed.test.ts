import { describe, expect, it } from 'vitest';
import { combinations, costOf } from '$lib/core/plan';
import { cards, sampleRack } from '$lib/core/testing';
import { countSettings, designSays, workOut } from './index';

const rack = sampleRack({ model: ['alder-2', 'cedar'], guidance: [2, 3, 4], seed: [1, 2, 3] });
const listed = (rows: string[][], dropped?: { says: string; why: string }[]) => ({
	kind: 'listed' as const,
	dials: ['model', 'guidance'],
	rows,
	...(dropped ? { dropped } : {})
});

describe('chosen settings', () => {
	it('are run and no others, each on every seed', () => {
		const design = listed([
			['alder-2', '3'],
			['cedar', '2']
		]);
		const worked = workOut(rack, design);
		expect(countSettings(rack, design)).toBe(2);
		const made = [...combinations(worked.rack, worked)].map(
			({ settings: { model, guidance, seed } }) => [model, guidance, seed]
		);
		expect(made).toHaveLength(6);
		expect(new Set(made.map(([model, guidance]) => `${model} ${guidance}`))).toEqual(
			new Set(['alder-2 3', 'cedar 2'])
		);
		expect(costOf(worked.rack, cards, 2, worked).takes).toBe(6);
	});

	it('leave out what is no longer on the dials, and are all when nothing is left', () => {
		expect(
			countSettings(
				rack,
				listed([
					['alder-2', '3'],
					['birch', '2']
				])
			)
		).toBe(1);
		expect(countSettings(rack, listed([['birch', '9']]))).toBe(6);
	});

	it('find models\u2019 own stops by their places', () => {
		const own = { ...rack, own: { guidance: { 'alder-2': [4, 6, 8], cedar: [2, 2.7, 3.5] } } };
		const worked = workOut(own, listed([['cedar', '3 of 3']]));
		const [{ settings }] = [...combinations(worked.rack, worked)];
		expect(settings).toMatchObject({ model: 'cedar', guidance: 3.5 });
	});

	it('say how many were dropped', () => {
		const says = designSays(rack, listed([['cedar', '2']], [{ says: 'a', why: 'b' }]), null);
		expect(says).toContain('1 dropped');
	});
});

describe('rounds', () => {
	it('begin with all settings on the first seeds', () => {
		const worked = workOut(rack, { kind: 'rounds', seeds: 2 });
		expect(worked.rack.seed).toEqual([1, 2]);
		expect(costOf(worked.rack, cards, 2, worked).takes).toBe(12);
		expect(designSays(rack, { kind: 'rounds', seeds: 2 }, null)).toContain(
			'all 6 settings on the first 2 seeds'
		);
	});
});
