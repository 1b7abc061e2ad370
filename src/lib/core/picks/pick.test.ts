import { describe, expect, it } from 'vitest';
import { combinations } from '$lib/core/plan';
import type { MarkKind, Rack, Take } from '$lib/core/schema';
import { draftPick, pickedDials } from './index';

const rack: Rack = {
	model: ['turnstone-2', 'gannet'],
	frame: [{ width: 512, height: 512 }],
	guidance: [2, 6],
	steps: [20],
	sampler: ['euler'],
	schedule: ['karras'],
	seed: [1, 2, 3]
};
const takes: Take[] = [...combinations(rack, { prompt: 'a heron', negative: '' })].map(
	(settings, i) => ({
		id: `t${i}`,
		briefId: 'b',
		planId: 'p',
		number: i + 1,
		settings,
		state: i === 11 ? 'waiting' : 'done',
		createdAt: 0
	})
);
const marks = new Map<string, MarkKind>([
	['t0', 'keep'],
	['t1', 'drop'],
	['t4', 'keep']
]);
const words = (dial: string) => dial;

describe('draftPick', () => {
	it('from a take has all its settings, the seed too', () => {
		const draft = draftPick({ kind: 'take', takeId: 't0' }, takes, marks, words)!;
		expect(draft.settings).toEqual(takes[0].settings);
		expect(draft.evidence).toEqual({ takes: 1, kept: 1, maybe: 0, dropped: 0 });
	});

	it('from a stop leaves open what varied beside it, and the seed', () => {
		const draft = draftPick({ kind: 'stop', dial: 'guidance', stop: '2' }, takes, marks, words)!;
		expect(draft.settings.guidance).toBe(2);
		expect(draft.settings).not.toHaveProperty('model');
		expect(draft.settings).not.toHaveProperty('seed');
		expect(draft.settings.steps).toBe(20);
		const of = takes.filter(({ settings, state }) => settings.guidance === 2 && state === 'done');
		expect(draft.evidence.takes).toBe(of.length);
		expect(draft.evidence.kept).toBe(of.filter(({ id }) => marks.get(id) === 'keep').length);
		expect(pickedDials(draft.settings)).not.toContain('model');
		expect(pickedDials(draft.settings)).toContain('frame');
	});

	it('from a stop among others holds those too', () => {
		const draft = draftPick(
			{ kind: 'stop', dial: 'guidance', stop: '2', among: { model: 'gannet' } },
			takes,
			marks,
			words
		)!;
		expect(draft.settings.model).toBe('gannet');
		expect(draft.evidence.takes).toBe(3);
	});

	it('is not made from nothing', () => {
		expect(draftPick({ kind: 'take', takeId: 't11' }, takes, marks, words)).toBeNull();
		expect(
			draftPick({ kind: 'stop', dial: 'guidance', stop: '99' }, takes, marks, words)
		).toBeNull();
		expect(draftPick({ kind: 'stop', dial: 'colour', stop: '2' }, takes, marks, words)).toBeNull();
	});
});
