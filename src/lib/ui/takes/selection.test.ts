import { describe, expect, it } from 'vitest';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import { Choice } from './choice.svelte';
import { Selection } from './selection.svelte';

describe('which takes keys act on', () => {
	const takes = sampleTakes(sampleRack({ guidance: [2, 6, 12] }));
	const ids = (selection: Selection) => selection.chosen.map(({ id }) => id);

	it('is the one in focus, until some are chosen', () => {
		const selection = new Selection(() => takes);
		expect(ids(selection)).toEqual([]);
		selection.focus = 't1';
		expect(ids(selection)).toEqual(['t1']);
		selection.toggle('t2');
		selection.toggle('t0');
		expect(ids(selection)).toEqual(['t0', 't2']);
		selection.toggle('t2');
		expect(ids(selection)).toEqual(['t0']);
		selection.choose([]);
		expect(ids(selection)).toEqual(['t1']);
	});

	it('is all between two, and what was chosen before, and what lies in other briefs', () => {
		const choice = new Choice();
		const selection = new Selection(() => takes, choice);
		selection.focus = 't0';
		selection.reach(['t2', 't0', 't1'], 't1');
		expect(ids(selection)).toEqual(['t0', 't1']);
		// It begins anew where the last one was chosen.
		selection.toggle('t2');
		selection.reach(['t2', 't0', 't1'], 't0');
		expect(ids(selection)).toEqual(['t0', 't1', 't2']);
		choice.takes = [{ ...takes[0], id: 'far', briefId: 'other' }];
		selection.add(['far']);
		expect(ids(selection)).toEqual(['t0', 't1', 't2', 'far']);
		// Another view has the same choice.
		expect(ids(new Selection(() => [], choice))).toEqual(['far']);
	});

	it('is none that has gone', () => {
		const selection = new Selection(() => takes.slice(0, 1));
		selection.focus = 't2';
		expect(selection.focused).toBeNull();
		expect(ids(selection)).toEqual([]);
		selection.choose(['t2', 't0']);
		expect(ids(selection)).toEqual(['t0']);
	});
});
