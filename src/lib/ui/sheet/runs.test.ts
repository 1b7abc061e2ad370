import { describe, expect, it } from 'vitest';
import { cards, samplePlan, sampleRack, sampleTakes } from '$lib/core/testing';
import { madeSays } from './made-says';
import { runsOf } from './runs';

const takes = sampleTakes(sampleRack({ guidance: [2, 6], seed: [1, 2] })).map((take) => ({
	...take,
	briefId: 'b1',
	planId: 'p1'
}));
const known = { cards, briefs: new Map([['b2', 'June banner']]) };

describe('the runs of a sheet', () => {
	const plans = [
		{ ...samplePlan('p1'), createdAt: 5 },
		{ ...samplePlan('p2'), createdAt: 9, name: 'finer steps' }
	];

	it('stand in the order of the brief, with their takes counted and by the names they were given', () => {
		const runs = runsOf(takes, plans, known);
		expect(runs.map(({ id, count, at, beside }) => [id, count, at, beside])).toEqual([
			['p1', 4, 5, false],
			['p2', 0, 9, false]
		]);
		expect(runs[1].says).toBe('finer steps');
		expect(runs[0].says).not.toBe('');
	});

	it('are followed by those of another brief that stands beside, each with the name of that brief', () => {
		const far = { ...takes[0], id: 'far', briefId: 'b2', planId: 'q', createdAt: 3 };
		const beside = runsOf([far, ...takes], plans, known).at(-1)!;
		expect(beside).toMatchObject({ id: 'q', count: 1, at: 3, beside: true });
		expect(beside.says).toMatch(/^June banner: ./);
		const unknown = runsOf([{ ...far, briefId: 'b3' }], plans, known).at(-1)!;
		expect(unknown.says).toMatch(/^another brief: ./);
	});
});

describe('how many takes are made', () => {
	const of = (done: number, all: number) =>
		madeSays(
			Array.from({ length: all }, (_, i) => ({
				...takes[0],
				id: `t${i}`,
				state: i < done ? ('done' as const) : ('waiting' as const)
			}))
		);

	it('is said at every eighth of them, not at each', () => {
		expect([of(0, 24), of(2, 24), of(3, 24), of(5, 24), of(23, 24)]).toEqual([
			'0 of 24 takes are made',
			'0 of 24 takes are made',
			'3 of 24 takes are made',
			'3 of 24 takes are made',
			'21 of 24 takes are made'
		]);
		expect(of(2, 5)).toBe('2 of 5 takes are made');
	});

	it('is all of them when none is left open, failed ones too', () => {
		expect(of(24, 24)).toBe('All 24 takes are made');
		expect(madeSays([{ ...takes[0], state: 'failed' }])).toBe('All 1 take are made');
	});
});
