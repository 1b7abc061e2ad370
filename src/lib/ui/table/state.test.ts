import { describe, expect, it } from 'vitest';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import { WHOLE } from '$lib/core/sheet';
import { TableState } from './state.svelte';

const takes = sampleTakes(sampleRack({ guidance: [1, 2, 3, 4, 5, 6] }));

/** A table, and what it was opened with. */
function laid(open: readonly string[] = []) {
	const shown: (readonly string[])[] = [];
	const table = new TableState({
		open: () => open,
		takeOf: (id) => takes.find((take) => take.id === id),
		show: (ids) => shown.push(ids)
	});
	return { table, shown };
}

describe('the table', () => {
	it('takes up to four that were put aside, the last ones, and lets them go when it opens', () => {
		const { table, shown } = laid();
		for (const id of ['t0', 't1', 't2', 't3', 't4']) table.put(id);
		table.put('t2');
		expect(table.aside).toEqual(['t1', 't3', 't4']);
		table.open('t0');
		expect(shown).toEqual([['t1', 't3', 't4']]);
		expect(table.aside).toEqual([]);
	});

	it('opens with both when a second one is to be compared, and with the one in focus alone', () => {
		const { table, shown } = laid();
		table.compare('t5');
		expect(shown).toEqual([]);
		table.compare('t0');
		table.open('t3');
		table.open(null);
		expect(shown).toEqual([['t5', 't0'], ['t3']]);
		// Put aside twice is taken back.
		table.compare('t1');
		table.compare('t1');
		expect(table.aside).toEqual([]);
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

	it('puts aside nothing that stays when it is closed', () => {
		const { table, shown } = laid(['t0']);
		table.put('t1');
		table.close();
		expect(shown).toEqual([[]]);
		expect(table.aside).toEqual([]);
	});
});
