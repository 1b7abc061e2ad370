import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { stopKey } from '$lib/core/dials';
import type { Take } from '$lib/core/schema';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import {
	axisOf,
	closeGaps,
	columnGroups,
	commonStop,
	keyOn,
	layOut,
	sortSheet,
	stopsAmong,
	suggestAxes,
	variedAmong,
	type AxisId,
	type Sheet
} from './index';

/** Some takes of a plan over several dials, in any order, some of them missing or of another brief. */
const someTakes = fc
	.record({
		model: fc.subarray(['alder-2', 'birch', 'cedar'], { minLength: 1 }),
		guidance: fc.uniqueArray(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 4 }),
		steps: fc.uniqueArray(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 3 }),
		seed: fc.uniqueArray(fc.nat(99), { minLength: 1, maxLength: 3 }),
		kept: fc.infiniteStream(fc.integer({ min: 0, max: 9 }))
	})
	.map(({ kept, ...stops }): Take[] =>
		sampleTakes(sampleRack(stops))
			.map((take) => ({ take, draw: kept.next().value as number }))
			.filter(({ draw }) => draw > 1)
			.map(({ take, draw }) => ({
				...take,
				...(draw === 2 ? { briefId: 'b2' } : {}),
				...(draw === 3 ? { columns: { paper: 'rough' } } : {})
			}))
	);
const axisIds: AxisId[] = ['model', 'guidance', 'steps', 'seed', 'brief', 'column paper'];
const someAxes = fc
	.shuffledSubarray(axisIds, { maxLength: 3 })
	.map(([rows = null, columns = null, then = null]) => ({ rows, columns, then }));

const idsOf = (sheet: Sheet) =>
	sheet.cells
		.flat()
		.flatMap(({ takes }) => takes.map(({ id }) => id))
		.sort();

describe('any takes by any axes', () => {
	it('stand each in one cell, the one of its stops', () => {
		fc.assert(
			fc.property(someTakes, someAxes, (takes, axes) => {
				const sheet = layOut(takes, axes);
				expect(idsOf(sheet)).toEqual(takes.map(({ id }) => id).sort());
				for (const cell of sheet.cells.flat())
					for (const take of cell.takes)
						for (const [axis, at] of [
							[axes.rows, cell.row],
							[axes.columns, cell.column],
							[axes.then, cell.then]
						] as const)
							if (axis) expect(stopKey(axisOf(axis).read(take))).toBe(at!.key);
				// All rows are as wide, and no two cells are the same.
				const widths = new Set(sheet.cells.map((row) => row.length));
				expect(widths.size).toBe(1);
				const keys = sheet.cells.flat().map(({ key }) => key);
				expect(new Set(keys).size).toBe(keys.length);
			})
		);
	});

	it('are the same takes in another order, and without the gaps', () => {
		fc.assert(
			fc.property(someTakes, someAxes, fc.infiniteStream(fc.double()), (takes, axes, scores) => {
				const score = new Map(takes.map(({ id }) => [id, scores.next().value as number]));
				const mean = (some: readonly Take[]) =>
					some.length ? some.reduce((sum, { id }) => sum + score.get(id)!, 0) / some.length : null;
				const sheet = layOut(takes, axes);
				const sorted = sortSheet(sortSheet(sheet, 'rows', mean), 'columns', mean);
				expect(idsOf(sorted)).toEqual(idsOf(sheet));
				const closed = closeGaps(sorted);
				expect(idsOf(closed)).toEqual(idsOf(sheet));
				if (!takes.length) return;
				for (const row of closed.cells) expect(row.some((cell) => cell.takes.length)).toBe(true);
				const across = closed.cells[0].map((_, c) =>
					closed.cells.some((row) => row[c].takes.length)
				);
				expect(across.every(Boolean)).toBe(true);
				// The groups of columns cover them without a gap.
				const groups = columnGroups(closed);
				if (axes.columns) {
					let at = 0;
					for (const { from, count } of groups) {
						expect(from).toBe(at);
						at += count;
					}
					expect(at).toBe(closed.cells[0].length);
				}
			})
		);
	});

	it('have stops in order, each once, the commonest one of them among these', () => {
		fc.assert(
			fc.property(someTakes, fc.constantFrom(...axisIds), (takes, axis) => {
				const stops = stopsAmong(takes, axis);
				expect(new Set(stops.map(({ key }) => key))).toEqual(
					new Set(takes.map((take) => keyOn(take, axis)))
				);
				const { compare } = axisOf(axis);
				for (let i = 1; i < stops.length; i++)
					expect(compare(stops[i - 1].stop, stops[i].stop)).toBeLessThanOrEqual(0);
				const common = commonStop(takes, axis);
				const count = (key: string | undefined) =>
					takes.filter((take) => keyOn(take, axis) === key).length;
				for (const { key } of stops) expect(count(common)).toBeGreaterThanOrEqual(count(key));
			})
		);
	});

	it('are suggested axes that vary, each once', () => {
		fc.assert(
			fc.property(someTakes, (takes) => {
				const varied = variedAmong(takes);
				const used = Object.values(suggestAxes(takes)).filter((axis) => axis !== null);
				expect(new Set(used).size).toBe(used.length);
				for (const axis of used) expect(varied).toContain(axis);
				if (varied.length) expect(used.length).toBeGreaterThan(0);
			})
		);
	});
});
