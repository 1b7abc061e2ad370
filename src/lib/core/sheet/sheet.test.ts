import { sampleRack, sampleTakes } from '$lib/core/testing';
import { describe, expect, it } from 'vitest';
import type { Take } from '$lib/core/schema';
import { combinations, rackOfMany, rackOfOne } from '$lib/core/plan';
import {
	closeGaps,
	columnGroups,
	heldAmong,
	heldSays,
	layOut,
	meanOf,
	sortSheet,
	missingFrom,
	stopsAmong,
	suggestAxes,
	variedAmong
} from './index';

const takes: Take[] = sampleTakes(
	sampleRack({ model: ['alder-2', 'birch'], guidance: [12, 2, 6], seed: [90, 10] })
);

describe('the sheet', () => {
	it('puts what is compared down, models across, seeds within', () => {
		expect(suggestAxes(takes)).toEqual({ rows: 'guidance', columns: 'model', then: 'seed' });
		expect(suggestAxes([])).toEqual({ rows: null, columns: null, then: null });
		expect(suggestAxes(takes.slice(0, 1))).toEqual({ rows: null, columns: null, then: null });
		const oneModel = takes.filter(({ settings }) => settings.model === 'birch');
		expect(suggestAxes(oneModel)).toEqual({ rows: 'guidance', columns: 'seed', then: null });
	});

	it('orders numbers along their scale and models as they came', () => {
		expect(stopsAmong(takes, 'guidance').map(({ stop }) => stop)).toEqual([2, 6, 12]);
		expect(stopsAmong(takes, 'model').map(({ stop }) => stop)).toEqual(['alder-2', 'birch']);
	});

	it('has every take in the one cell that is its own, seeds matched along every row', () => {
		const { cells } = layOut(takes, { rows: 'guidance', columns: 'model', then: 'seed' });
		expect(cells.flat().map((cell) => cell.takes.length)).toEqual(Array(12).fill(1));
		for (const row of cells) {
			expect(row.map((cell) => cell.takes[0].settings.seed)).toEqual([10, 90, 10, 90]);
			expect(new Set(row.map((cell) => cell.takes[0].settings.guidance)).size).toBe(1);
		}
	});

	it('leaves a hole where a combination was not run', () => {
		const { cells } = layOut(takes.slice(1), { rows: 'guidance', columns: 'model', then: 'seed' });
		expect(cells.flat().filter((cell) => cell.takes.length === 0)).toHaveLength(1);
	});

	it('closes the gaps that takes leave which are not asked for', () => {
		const axes = { rows: 'guidance', columns: 'model', then: 'seed' } as const;
		const whole = layOut(takes, axes);
		expect(closeGaps(whole)).toEqual(whole);
		expect(columnGroups(whole).map(({ from, count }) => [from, count])).toEqual([
			[0, 2],
			[2, 2]
		]);
		// Two takes of the twelve, in different rows and columns.
		const few = takes.filter(
			({ settings: { model, guidance, seed } }) =>
				(model === 'birch' && guidance === 2 && seed === 90) ||
				(model === 'alder-2' && guidance === 12 && seed === 10)
		);
		const all = layOut(few, axes);
		expect(all.cells.map((row) => row.length)).toEqual([4, 4]);
		const closed = closeGaps(all);
		expect(closed.cells.map((row) => row.map((cell) => cell.takes.length))).toEqual([
			[1, 0],
			[0, 1]
		]);
		// Models stand as they came: seed 90 was made first.
		expect(columnGroups(closed).map(({ stop, count }) => [stop.stop, count])).toEqual([
			['birch', 1],
			['alder-2', 1]
		]);
		expect(closeGaps(layOut([], axes)).cells).toHaveLength(1);
	});

	it('knows what would stand in a hole, so that it can be run', () => {
		const axes = { rows: 'guidance', columns: 'model', then: 'seed' } as const;
		const { cells } = layOut(takes.slice(1), axes);
		const hole = cells.flat().find((cell) => cell.takes.length === 0)!;
		const made = missingFrom(takes.slice(1), axes, hole)!;
		expect(made.settings).toEqual(takes[0].settings);
		const again = [...combinations(rackOfOne(made))];
		expect(again).toHaveLength(1);
		expect(again[0].settings).toEqual(takes[0].settings);
		expect(missingFrom([], axes, hole)).toBeNull();
		expect(rackOfMany(takes).guidance).toHaveLength(3);
	});

	it('lays everything in one cell without axes', () => {
		const { cells } = layOut(takes, { rows: null, columns: null, then: null });
		expect(cells).toHaveLength(1);
		expect(cells[0][0].takes).toHaveLength(12);
	});

	it('says what is held in one line, a value of 1 too, and nothing of what no take has', () => {
		const one = sampleTakes(sampleRack({ guidance: [1], steps: [4, 8], seed: [3] }));
		expect(heldSays(one, [])).toBe(
			'alder-2 \u00b7 512\u00d7512 \u00b7 guidance 1 \u00b7 Euler \u00b7 seed 3'
		);
	});

	it('puts rows and columns in the order of a score, whole', () => {
		const axes = { rows: 'guidance', columns: 'model', then: 'seed' } as const;
		const sheet = layOut(takes, axes);
		const best = sortSheet(sheet, 'rows', (row) =>
			meanOf(row, ({ settings }) => settings.guidance)
		);
		expect(best.rows.map(({ stop }) => stop)).toEqual([12, 6, 2]);
		for (const [r, row] of best.cells.entries())
			for (const { takes: here } of row)
				expect(here.every(({ settings }) => settings.guidance === best.rows[r].stop)).toBe(true);
		const across = sortSheet(sheet, 'columns', (column) =>
			meanOf(column, ({ settings }) => (settings.model === 'birch' ? 1 : undefined))
		);
		expect(across.columns.map(({ stop }) => stop)).toEqual(['birch', 'alder-2']);
		for (const row of across.cells) {
			expect(row.map(({ takes: [take] }) => take.settings.model)).toEqual([
				'birch',
				'birch',
				'alder-2',
				'alder-2'
			]);
			expect(row.map(({ takes: [take] }) => take.settings.seed)).toEqual([10, 90, 10, 90]);
		}
		expect(meanOf([], () => 1)).toBeNull();
	});

	it('tells what varies, what is held, and how two takes differ', () => {
		expect(variedAmong(takes)).toEqual(['model', 'guidance', 'seed']);
		expect(heldAmong(takes).map(({ dial }) => dial)).toContain('steps');
		const [a, b] = [
			takes[0],
			takes.find(
				({ settings: s }) =>
					s.model !== takes[0].settings.model &&
					s.guidance === takes[0].settings.guidance &&
					s.seed === takes[0].settings.seed
			)!
		];
		expect(variedAmong([a, b])).toEqual(['model']);
	});
});
