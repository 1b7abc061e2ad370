import { describe, expect, it } from 'vitest';
import type { Take } from '$lib/core/schema';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import {
	contentOf,
	firstOf,
	gridOf,
	holdBeside,
	holdStops,
	layOut,
	nearest,
	placesOf,
	standing,
	stepFrom,
	type Axes,
	type AxisId
} from './index';

const takes = sampleTakes(
	sampleRack({ model: ['alder-2', 'birch'], guidance: [2, 6, 12], seed: [10, 90] })
);
const axes = { rows: 'guidance', columns: 'model', then: null } as const;
const idOf = (model: string, guidance: number, seed: number) =>
	takes.find(({ settings: s }) => s.model === model && s.guidance === guidance && s.seed === seed)!
		.id;

describe('a wall as a grid', () => {
	it('has every take once, in order, about as wide as high, for pictures of any shape', () => {
		for (const [count, ratio, across] of [
			[12, 1, 4],
			[11, 1, 4],
			[12, 3, 2],
			[12, 1 / 3, 6],
			[1, 1, 1],
			[2, 0.1, 2]
		]) {
			const grid = gridOf(takes.slice(0, count), ratio);
			expect(grid[0]).toHaveLength(across);
			expect(grid.every((row) => row.length === across)).toBe(true);
			expect(grid.flat().flatMap((take) => take ?? [])).toEqual(takes.slice(0, count));
			expect(grid.at(-1)!.some(Boolean)).toBe(true);
		}
		expect(gridOf([], 1)).toEqual([]);
	});
});

describe('takes in their cells', () => {
	it('stand one a seed where seeds are folded in, and the newest alone where not', () => {
		const sheet = layOut(takes, axes);
		expect(
			standing(sheet, ['seed'])
				.flat()
				.map((cell) => cell.length)
		).toEqual(Array(6).fill(2));
		const alone = standing(sheet, []);
		expect(alone.flat().map((cell) => cell.length)).toEqual(Array(6).fill(1));
		for (const [cell] of alone.flat().map((one) => [one[0]]))
			expect(cell.number).toBe(
				Math.max(
					...takes
						.filter(
							({ settings: s }) =>
								s.model === cell.settings.model && s.guidance === cell.settings.guidance
						)
						.map(({ number }) => number)
				)
			);
	});

	it('that were cancelled give way to one that was not', () => {
		const [one] = takes;
		const made: Take = { ...one, id: 'made', number: 1 };
		const gone: Take = { ...one, id: 'gone', number: 2, state: 'cancelled' };
		const shown = (list: Take[]) =>
			standing(layOut(list, axes), [])
				.flat(2)
				.map(({ id }) => id);
		expect(shown([made, gone])).toEqual(['made']);
		expect(shown([{ ...gone, number: 0 }, made])).toEqual(['made']);
		expect(shown([gone])).toEqual(['gone']);
	});

	it('are found by their places', () => {
		const cells = standing(layOut(takes, axes), ['seed']);
		const places = placesOf(cells);
		expect(places.size).toBe(takes.length);
		expect(places.get(idOf('birch', 6, 90))).toEqual({ row: 1, column: 1 });
	});
});

describe('walking over a sheet', () => {
	const folded = standing(layOut(takes, axes), ['seed']);

	it('goes from picture to picture, those of one cell side by side, and stops at the edges', () => {
		const first = firstOf(folded)!;
		expect(first).toBe(idOf('alder-2', 2, 10));
		const along = [first];
		for (;;) {
			const next = stepFrom(folded, along.at(-1)!, 0, 1);
			if (!next) break;
			along.push(next);
		}
		expect(along).toEqual([
			idOf('alder-2', 2, 10),
			idOf('alder-2', 2, 90),
			idOf('birch', 2, 10),
			idOf('birch', 2, 90)
		]);
		expect(stepFrom(folded, first, -1, 0)).toBeNull();
		expect(stepFrom(folded, first, 1, 0)).toBe(idOf('alder-2', 6, 10));
		expect(stepFrom(folded, 'not there', 1, 0)).toBe(first);
	});

	it('goes over empty cells', () => {
		const gap = takes.filter(({ settings: s }) => s.guidance !== 6 || s.model !== 'birch');
		const cells = standing(layOut(gap, axes), []);
		expect(stepFrom(cells, idOf('birch', 2, 90), 1, 0)).toBe(idOf('birch', 12, 90));
	});

	it('finds what is nearest to a place that was left', () => {
		const cells = standing(layOut(takes.slice(0, 3), axes), []);
		const all = cells.flat(2).map(({ id }) => id);
		for (let row = 0; row < 5; row++)
			for (let column = 0; column < 5; column++)
				expect(all).toContain(nearest(cells, { row, column }));
		expect(nearest([], { row: 0, column: 0 })).toBeNull();
	});
});

describe('what a sheet comes to on the mat', () => {
	const shaped = (widths: (take: Take) => [number, number], by: Axes) => {
		const all = takes.map((take) => {
			const [width, height] = widths(take);
			return { ...take, settings: { ...take.settings, width, height } };
		});
		const sheet = layOut(all, by);
		return contentOf(sheet, standing(sheet, []));
	};
	const square: [number, number] = [1024, 1024];
	const banner: [number, number] = [1536, 512];

	it('has its rows and columns, and room for its labels', () => {
		const content = shaped(() => square, { ...axes, then: 'seed' });
		expect(content).toMatchObject({ columns: [1, 1, 1, 1], rows: [1, 1, 1] });
		expect(content.labels.top).toBeGreaterThan(shaped(() => square, axes).labels.top);
		const texts = shaped(() => square, { ...axes, rows: 'model', columns: 'guidance' });
		expect(texts.labels.left).toBeGreaterThan(content.labels.left);
		const none = layOut([], { rows: null, columns: null, then: null });
		const { columns, rows } = contentOf(none, standing(none, []));
		expect([columns, rows]).toEqual([[1], [1]]);
	});

	it('gives a column of banners beside squares three times their width, in rows of one height', () => {
		const wide = takes[0].settings.model;
		const { columns, rows } = shaped(
			(take) => (take.settings.model === wide ? banner : square),
			axes
		);
		const [most, least] = [Math.max(...columns), Math.min(...columns)];
		expect(most / least).toBeCloseTo(3, 9);
		for (const row of rows) expect(row).toBeCloseTo(least, 9);
	});

	it('gives a row of banners a third of the height, in columns of one width', () => {
		const flat = takes[0].settings.model;
		const { columns, rows } = shaped((take) => (take.settings.model === flat ? banner : square), {
			rows: 'model',
			columns: 'guidance',
			then: null
		});
		for (const column of columns) expect(column).toBeCloseTo(1, 9);
		expect(Math.min(...rows)).toBeCloseTo(1 / 3, 9);
		expect(Math.max(...rows)).toBeCloseTo(1, 9);
	});

	it('does not shape a row or a column by a single odd frame', () => {
		const { columns, rows } = shaped((take) => (take.id === takes[0].id ? banner : square), axes);
		for (const share of [...columns, ...rows]) expect(share).toBeCloseTo(1, 9);
	});

	it('gives a cell in which several takes stand the shape of their rows and columns', () => {
		const sheet = layOut(takes, { rows: null, columns: null, then: null });
		const cells = [[takes.slice(0, 2)]];
		// Two squares side by side are twice as wide as they are high.
		expect(contentOf(sheet, cells).rows[0]).toBeCloseTo(1 / 2, 9);
	});
});

describe('holding', () => {
	const want = (stops: Partial<Record<AxisId, string>>) => (axis: AxisId) => [stops[axis]];

	it('is at what is wanted, where takes with all held before have it', () => {
		const { stops, takes: left } = holdStops(takes, ['model', 'seed'], want({ model: 'birch' }));
		expect(stops.get('model')).toBe('birch');
		expect(left).toHaveLength(3);
		// No take of Birch has this seed: the commonest that there is instead.
		const some = takes.filter(({ settings: s }) => s.model !== 'birch' || s.seed === 10);
		const held = holdStops(some, ['model', 'seed'], want({ model: 'birch', seed: '90' }));
		expect(held.stops.get('seed')).toBe('10');
		expect(held.takes).toHaveLength(3);
	});

	it('holds another brief at the same stops where it has them, and at its own where not', () => {
		const other = sampleTakes(sampleRack({ model: ['cedar'], guidance: [6, 7], seed: [90] })).map(
			(take) => ({ ...take, id: `o-${take.id}`, briefId: 'b2' })
		);
		const all = [...takes, ...other];
		const { stops, takes: left } = holdBeside(
			all,
			'b',
			['model', 'guidance'],
			want({ model: 'birch', guidance: '6' })
		);
		expect([...stops]).toEqual([
			['model', 'birch'],
			['guidance', '6']
		]);
		// Cedar is all that the other brief has; guidance 6 both have.
		expect(left.map(({ settings: s }) => [s.model, s.guidance, s.seed])).toEqual([
			['birch', 6, 10],
			['birch', 6, 90],
			['cedar', 6, 90]
		]);
		// A brief without takes of its own is held at what stands beside it.
		expect(holdBeside(other, 'b', ['guidance'], want({})).stops.get('guidance')).toBe('6');
	});
});
