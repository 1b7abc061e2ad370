import { describe, expect, it } from 'vitest';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import { WHOLE } from '$lib/core/sheet';
import { TableState } from './state.svelte';

const takes = sampleTakes(sampleRack({ guidance: [1, 2, 3, 4, 5, 6] }));

/** A table, and what it was opened with. */
function laid(open: readonly string[] = []) {
	const shown: (readonly string[])[] = [];
	let chosen: readonly string[] = [];
	const table = new TableState({
		open: () => open,
		takeOf: (id) => takes.find((take) => take.id === id),
		chosen: () => chosen,
		choose: (ids) => (chosen = ids),
		show: (ids) => shown.push(ids)
	});
	return { table, shown, choose: (...ids: string[]) => (chosen = ids), chosen: () => chosen };
}

describe('the table', () => {
	it('opens with what is chosen, the last four of it, or with the one in focus', () => {
		const { table, shown, choose } = laid();
		table.open('t0');
		choose('t1');
		table.open('t0');
		choose('t5', 't1', 't2', 't3', 't4');
		table.open('t0');
		expect(shown).toEqual([['t0'], ['t0'], ['t1', 't2', 't3', 't4']]);
	});

	it('compares a take with those chosen; the first one is chosen, and taken back by the same', () => {
		const { table, shown, chosen } = laid();
		table.compare('t5');
		expect([shown, chosen()]).toEqual([[], ['t5']]);
		table.compare('t5');
		expect([shown, chosen()]).toEqual([[], []]);
		table.compare('t5');
		table.compare('t0');
		expect(shown).toEqual([['t5', 't0']]);
		expect(chosen()).toEqual(['t5', 't0']);
	});

	it('shows the takes that there are, at one look: from whole to sixteen times', () => {
		const { table } = laid(['t1', 'gone', 't0']);
		expect(table.takes.map(({ id }) => id)).toEqual(['t1', 't0']);
		table.lookTimes(1 / 2);
		expect(table.look).toBe(WHOLE);
		for (let i = 0; i < 9; i++) table.lookTimes(2);
		expect(table.look.scale).toBe(16);
		table.lookPixels(0);
		expect(table.look).toBe(WHOLE);
	});
});
