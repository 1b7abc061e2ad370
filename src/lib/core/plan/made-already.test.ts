import { describe, expect, it } from 'vitest';
import { workOut } from '$lib/core/designs';
import { sampleRack } from '$lib/core/testing';
import type { Take } from '$lib/core/schema';
import { combinations, madeAlready, madeAlreadySays } from './index';

const rack = sampleRack({ model: ['alder-2', 'birch'], guidance: [2, 6, 12], seed: [1, 2] });
const all = workOut(rack, { kind: 'all' });
type MadeTake = Pick<Take, 'id' | 'settings' | 'words' | 'levels' | 'state' | 'edits'>;
const takes = [...combinations(rack, all)].map((made, i): MadeTake => ({
	...made,
	id: `t${i}`,
	state: 'done'
}));
const ids = (found: { id: string }[]) => found.map(({ id }) => id).sort();

describe('takes that were made already', () => {
	it('are those of the same settings and seeds, of every dial', () => {
		expect(ids(madeAlready(rack, all, takes))).toEqual(ids(takes));
		const next = { ...rack, guidance: [6, 9], seed: [2, 3] };
		const found = madeAlready(next, workOut(next, { kind: 'all' }), takes);
		expect(found.map(({ settings: { guidance, seed } }) => [guidance, seed])).toEqual([
			[6, 2],
			[6, 2]
		]);
		for (const other of [
			{ ...rack, seed: [3] },
			{ ...rack, steps: [rack.steps[0] + 1] },
			{ ...rack, wording: ['another line'] },
			{ ...rack, sampler: ['another' as never] },
			{ ...rack, start: ['f'.repeat(64)] }
		])
			expect(madeAlready(other, workOut(other, { kind: 'all' }), takes)).toEqual([]);
	});

	it('are none that failed, wait or were edited, and one where a take was made twice', () => {
		const [first, second, third] = takes;
		const some = [
			{ ...first, state: 'failed' as const },
			{ ...second, state: 'waiting' as const },
			{ ...third, edits: [] },
			takes[3],
			{ ...takes[3], id: 'again' }
		];
		expect(ids(madeAlready(rack, all, some))).toEqual([takes[3].id]);
	});

	it('are found whatever strength stands on a rack without a start picture', () => {
		const other = { ...rack, strength: [0.1] };
		expect(madeAlready(other, workOut(other, { kind: 'all' }), takes)).toHaveLength(takes.length);
	});

	it('are said with their numbers while they are few', () => {
		const first = (numbers: number[], all: number) => madeAlreadySays(numbers, all).split('. ')[0];
		expect(first([4], 1)).toBe('You already have this take (take 4)');
		expect(first([4], 6)).toBe('You already have one of these takes (take 4)');
		expect(first([4, 5], 2)).toBe('You already have both of these takes (take 4 and take 5)');
		expect(first([4, 5], 6)).toBe('You already have 2 of these takes (take 4 and take 5)');
		expect(first([1, 2, 3, 4], 4)).toBe('You already have all 4 of these takes');
		expect(madeAlreadySays([4], 6)).toMatch(
			/Running it again makes the same picture and costs credits\.$/
		);
		expect(madeAlreadySays([4, 5], 6)).toMatch(
			/Running them again makes the same pictures and costs credits\.$/
		);
	});

	it('are of the settings that a design chose alone', () => {
		const around = workOut(rack, { kind: 'around', base: {} });
		const found = madeAlready(around.rack, around, takes);
		const wanted = [...combinations(around.rack, around)].map(({ settings }) =>
			JSON.stringify(settings)
		);
		expect(found.map(({ settings }) => JSON.stringify(settings)).sort()).toEqual(wanted.sort());
		expect(found.length).toBeLessThan(takes.length);
	});

	it('are found where each model has its own values', () => {
		const own = { ...rack, own: { guidance: { 'alder-2': [2, 3, 4], birch: [5, 6, 7] } } };
		const worked = workOut(own, { kind: 'all' });
		const made = [...combinations(own, worked)].map((one, i) => ({
			...takes[0],
			...one,
			id: `o${i}`
		}));
		expect(madeAlready(own, worked, made)).toHaveLength(made.length);
		const moved = { ...own, own: { guidance: { 'alder-2': [2, 3, 4], birch: [5, 6, 8] } } };
		const found = madeAlready(moved, workOut(moved, { kind: 'all' }), made);
		expect(found).toHaveLength(made.length - 2);
	});
});
