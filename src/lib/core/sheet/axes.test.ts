import { describe, expect, it } from 'vitest';
import type { Take } from '$lib/core/schema';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import {
	axesOf,
	axisOf,
	isAxisId,
	labelsOf,
	layOut,
	missingFrom,
	stopsAmong,
	suggestAxes,
	variedAmong
} from './index';

const takes: Take[] = sampleTakes(sampleRack({ guidance: [2, 6], seed: [10, 90] }));
const known = { cards: [] };
const withColumn = (values: readonly string[]): Take[] =>
	takes.map((take, i) => ({
		...take,
		...(values[i] === undefined ? {} : { columns: { vae: values[i] } })
	}));

describe('axes that are no dial', () => {
	it('are told from dials and from anything else', () => {
		expect(isAxisId('guidance')).toBe(true);
		expect(isAxisId('brief')).toBe(true);
		expect(isAxisId('column vae')).toBe(true);
		expect(isAxisId('column ')).toBe(false);
		expect(isAxisId('nothing')).toBe(false);
		expect(isAxisId(null)).toBe(false);
	});

	it('come from columns that pictures made elsewhere brought', () => {
		const some = withColumn(['b', 'a', 'b']);
		expect(axesOf(takes)).not.toContain('column vae');
		expect(axesOf(some).at(-1)).toBe('column vae');
		expect(variedAmong(some)).toEqual(['guidance', 'seed', 'column vae']);
		expect(stopsAmong(some, 'column vae').map(({ stop }) => stop)).toEqual(['a', 'b', '']);
		const labels = labelsOf('column vae', stopsAmong(some, 'column vae'), known);
		expect([...labels.values()]).toEqual(['a', 'b', 'not said']);
		expect(axisOf('column vae').label).toBe('Vae');
	});

	it('put figures along their scale, before words', () => {
		const some = withColumn(['10', '9', 'none', '-2.5']);
		expect(stopsAmong(some, 'column vae').map(({ stop }) => stop)).toEqual([-2.5, 9, 10, 'none']);
	});

	it('lay takes of two briefs out side by side, by the names of the briefs', () => {
		const two = takes.map((take, i) => ({ ...take, briefId: i % 2 ? 'b2' : take.briefId }));
		expect(variedAmong(two)).toContain('brief');
		expect(suggestAxes(two).columns).toBe('brief');
		const { columns, cells } = layOut(two, { rows: 'guidance', columns: 'brief', then: null });
		expect(columns).toHaveLength(2);
		for (const row of cells)
			for (const { column, takes: there } of row)
				expect(there.every(({ briefId }) => briefId === column!.stop)).toBe(true);
		const names = labelsOf('brief', columns, {
			cards: [],
			briefs: new Map([
				[takes[0].briefId, 'March'],
				['b2', 'April']
			])
		});
		expect([...names.values()]).toEqual(['March', 'April']);
	});

	it('offer nothing to run where a combination lacks another brief or a column', () => {
		const two = takes.slice(1).map((take, i) => ({ ...take, briefId: i ? 'b2' : take.briefId }));
		const axes = { rows: 'brief', columns: 'guidance', then: null } as const;
		const hole = layOut(two, axes)
			.cells.flat()
			.find((cell) => !cell.takes.length);
		expect(hole).toBeDefined();
		expect(missingFrom(two, axes, hole!)).toBeNull();
	});
});
