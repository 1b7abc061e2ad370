import { dialOf, stopKey } from '$lib/core/dials';
import { alder, birch, cards, cedar, sampleRack, sampleTakes } from '$lib/core/testing';
import { describe, expect, it } from 'vitest';
import { layOut } from '$lib/core/sheet';
import {
	combinations,
	costOf,
	dropPlace,
	giveOwn,
	ownFor,
	planProblems,
	setOwn,
	spreadStops
} from '.';

const two = sampleRack({ model: [cedar.id, birch.id], guidance: [6] });

describe('stops of a model\u2019s own', () => {
	it('go from one end of its known good range to the other', () => {
		const stops = spreadStops(cedar, 'guidance', 3);
		expect(stops).toHaveLength(3);
		expect(stops[0]).toBe(cedar.guidance.from);
		expect(stops[2]).toBe(cedar.guidance.to);
		expect(spreadStops(cedar, 'steps', 4).every(Number.isInteger)).toBe(true);
	});

	it('make low, middle and high of a dial that had one stop', () => {
		const rack = { ...two, ...giveOwn(two, 'guidance', [cedar, birch]) };
		const made = [...combinations(rack)];
		expect(made).toHaveLength(6);
		const low = made.filter((one) => stopKey(dialOf('guidance').read(one)) === '1 of 3');
		expect(low.map(({ settings }) => [settings.model, settings.guidance])).toEqual([
			['cedar', cedar.guidance.from],
			['birch', birch.guidance.from]
		]);
		expect(dialOf('guidance').format(dialOf('guidance').read(low[0]))).toBe('low');
		expect(planProblems({ ...rack, wording: ['a heron'] }, cards)).toEqual([]);
	});

	it('stand in one row of the sheet, whatever they come to', () => {
		const rack = { ...two, ...giveOwn(two, 'guidance', [cedar, birch]) };
		const { cells, rows } = layOut(sampleTakes(rack), {
			rows: 'guidance',
			columns: 'model',
			then: null
		});
		expect(rows.map(({ key }) => key)).toEqual(['1 of 3', '2 of 3', '3 of 3']);
		expect(cells.flat().map(({ takes }) => takes.length)).toEqual([1, 1, 1, 1, 1, 1]);
	});

	it('are as many for every model, however many one of them is given', () => {
		const owned = { ...two, ...giveOwn(two, 'guidance', [cedar, birch]) };
		const four = { ...owned, ...setOwn(owned, 'guidance', [cedar, birch], 'cedar', [1, 2, 3, 4]) };
		expect(four.guidance).toEqual([1, 2, 3, 4]);
		expect(four.own.guidance!.birch).toHaveLength(4);
		const three = { ...four, ...dropPlace(four, 'guidance', 1) };
		expect(three.own.guidance!.cedar).toEqual([1, 3, 4]);
		expect(three.own.guidance!.birch).toHaveLength(3);
		expect(ownFor(three, [cedar, alder]).guidance![alder.id]).toHaveLength(3);
	});

	it('have their own price', () => {
		const rack = {
			...two,
			steps: [10, 20],
			own: { steps: { cedar: [10, 20], birch: [20, 40] } }
		};
		const each = [...combinations(rack)].map(
			({ settings }) =>
				costOf(sampleRack({ model: [settings.model], steps: [settings.steps] }), cards).credits
		);
		expect(costOf(rack, cards).credits).toBeCloseTo(
			each.reduce((a, b) => a + b, 0),
			2
		);
	});
});
