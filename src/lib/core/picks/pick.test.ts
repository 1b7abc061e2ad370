import { sampleRack, sampleTakes } from '$lib/core/testing';
import { describe, expect, it } from 'vitest';
import type { MarkKind, Take } from '$lib/core/schema';
import { pickedDials } from '$lib/core/dials';
import { draftPick } from './index';

const takes: Take[] = sampleTakes(
	sampleRack({ model: ['alder-2', 'birch'], guidance: [2, 6], seed: [1, 2, 3] })
).map((take, i) => ({ ...take, state: i === 11 ? ('waiting' as const) : take.state }));
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
		expect(pickedDials(draft)).not.toContain('model');
		expect(pickedDials(draft)).toContain('frame');
	});

	it('from a stop among others holds those too', () => {
		const draft = draftPick(
			{ kind: 'stop', dial: 'guidance', stop: '2', among: { model: 'birch' } },
			takes,
			marks,
			words
		)!;
		expect(draft.settings.model).toBe('birch');
		expect(draft.evidence.takes).toBe(3);
	});

	// A seed that is held on the sheet said so in the address, and one of two seeds was counted.
	it('from a stop counts every seed, whichever of them was in sight', () => {
		const draft = draftPick(
			{ kind: 'stop', dial: 'guidance', stop: '2', among: { model: 'birch', seed: '1' } },
			takes,
			marks,
			words
		)!;
		expect(draft.evidence.takes).toBe(3);
		expect(draft.settings).not.toHaveProperty('seed');
	});

	it('is not made from nothing', () => {
		expect(draftPick({ kind: 'take', takeId: 't11' }, takes, marks, words)).toBeNull();
		expect(
			draftPick({ kind: 'stop', dial: 'guidance', stop: '99' }, takes, marks, words)
		).toBeNull();
		expect(draftPick({ kind: 'stop', dial: 'colour', stop: '2' }, takes, marks, words)).toBeNull();
	});
});
