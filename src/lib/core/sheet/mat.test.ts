import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { approach, CELL_GAP, layMat, layPaper, stepsAt, tracksOf, zoomOf, type Sight } from './mat';

const view = { width: 900, height: 600 };
const labels = { left: 76, top: 30 };
/** So many columns and rows of pictures of one ratio. */
const of = (across: number, down: number, ratio = 1) => ({
	columns: Array<number>(across).fill(1),
	rows: Array<number>(down).fill(1 / ratio),
	labels
});
const content = of(3, 2);

describe('the mat', () => {
	it('fits all cells in', () => {
		const { width, height, foot, fit } = layMat(view, content, 0);
		expect(width).toBe(fit);
		expect(3 * (width + CELL_GAP) + 76).toBeLessThanOrEqual(900);
		expect(2 * (height + foot + CELL_GAP) + 30).toBeLessThanOrEqual(600);
		// One more pixel a cell would be too much one way or the other.
		const more = width + 8;
		expect(
			3 * (more + CELL_GAP) + 76 + 14 > 900 || 2 * (more + foot + CELL_GAP) + 30 + 14 > 600
		).toBe(true);
	});

	it('does not shrink cells beyond judging to fit many in', () => {
		expect(layMat(view, of(40, 40), 0).width).toBe(84);
	});

	it('goes from thumbnails to one picture that fills the view', () => {
		const small = layMat(view, content, -99);
		expect(small.width).toBe(40);
		expect(zoomOf(small)).toBe(0);
		const full = layMat(view, content, 99);
		expect(full.width).toBe(full.fill);
		expect(zoomOf(full)).toBe(1);
		expect(full.height + full.foot + CELL_GAP + 30).toBeLessThanOrEqual(600);
		// A wide picture is bounded by the width.
		const wide = layMat(view, of(3, 2, 3), 99);
		expect(wide.width + CELL_GAP + 76).toBeLessThanOrEqual(900);
	});

	it('finds the steps that lead to a size, and the size that steps lead to', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 0, max: 1, noNaN: true }),
				fc.integer({ min: 1, max: 30 }),
				fc.integer({ min: 1, max: 30 }),
				fc.double({ min: 0.3, max: 3, noNaN: true }),
				(zoom, across, down, ratio) => {
					const one = of(across, down, ratio);
					const at = layMat(view, one, stepsAt(zoom, layMat(view, one, 0)));
					expect(zoomOf(at)).toBeCloseTo(zoom, 9);
				}
			)
		);
	});
});

describe('the mat on paper', () => {
	it('has all columns within the margins of an A4 page', () => {
		// ISO 216: A4 is 210 mm wide; 1 in = 25.4 mm, 96 CSS pixels.
		const page = (210 / 25.4) * 96;
		for (const across of [1, 3, 12, 40]) {
			const { width } = layPaper(of(across, 2));
			expect(76 + across * (width + CELL_GAP)).toBeLessThan(page);
			expect(width).toBeGreaterThan(0);
		}
	});
});

describe('columns of different widths', () => {
	// A column of banners of 3 to 1 between two of squares; one row.
	const banners = { columns: [0.6, 1.8, 0.6], rows: [0.6], labels };

	it('lie one after the other and fill the width', () => {
		const layout = layMat({ width: 900, height: 2000 }, banners, 0);
		const { columns, rows } = tracksOf(banners, layout);
		expect(columns.starts[1]).toBeCloseTo(columns.sizes[0] + CELL_GAP, 9);
		expect(columns.whole).toBeCloseTo(900 - 76 - 14, 9);
		const tall = rows.sizes[0] - layout.foot;
		expect(columns.sizes.map((wide) => wide / tall)).toEqual([
			expect.closeTo(1, 9),
			expect.closeTo(3, 9),
			expect.closeTo(1, 9)
		]);
	});
});

describe('coming into sight', () => {
	const stretch = fc
		.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 20 }))
		.map(([from, length]) => ({ from, to: from + length }));
	const sight = fc.record({ rows: stretch, columns: stretch });
	const cellsOf = ({ rows, columns }: Sight) => {
		const cells = new Set<string>();
		for (let r = rows.from; r < rows.to; r++)
			for (let c = columns.from; c < columns.to; c++) cells.add(`${r} ${c}`);
		return cells;
	};

	it('arrives, a few cells at a time, and shows nothing that is not wanted', () => {
		fc.assert(
			fc.property(sight, sight, fc.integer({ min: 1, max: 60 }), (start, wanted, most) => {
				const goal = cellsOf(wanted);
				let now = start;
				let steps = 0;
				while (cellsOf(now).size !== goal.size || [...cellsOf(now)].some((c) => !goal.has(c))) {
					const before = cellsOf(now);
					now = approach(now, wanted, most);
					const after = cellsOf(now);
					for (const cell of after) expect(goal.has(cell)).toBe(true);
					const fresh = [...after].filter((cell) => !before.has(cell)).length;
					// A row and a column more than the room at the most.
					expect(fresh).toBeLessThanOrEqual(most + 2 * 20);
					expect(++steps).toBeLessThanOrEqual(42);
				}
			})
		);
	});

	it('stays as it is once it is there', () => {
		const there = { rows: { from: 3, to: 9 }, columns: { from: 0, to: 12 } };
		expect(approach(there, there, 20)).toEqual(there);
	});

	it('keeps what stays in sight while scrolling', () => {
		const from = { rows: { from: 0, to: 6 }, columns: { from: 0, to: 10 } };
		const to = { rows: { from: 1, to: 7 }, columns: { from: 0, to: 10 } };
		expect(approach(from, to, 20)).toEqual(to);
	});
});
