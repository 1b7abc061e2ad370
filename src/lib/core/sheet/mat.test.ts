import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { approach, CELL_GAP, inSight, layMat, layPaper, stepsAt, zoomOf, type Sight } from './mat';

const view = { width: 900, height: 600 };
const content = { across: 3, down: 2, ratio: 1, labels: { left: 76, top: 30 } };

describe('the mat', () => {
	it('fits all cells in', () => {
		const { width, height, fit } = layMat(view, content, 0);
		expect(width).toBe(fit);
		expect(3 * (width + CELL_GAP) + 76).toBeLessThanOrEqual(900);
		expect(2 * (height + CELL_GAP) + 30).toBeLessThanOrEqual(600);
		// One more pixel a cell would be too much one way or the other.
		const more = width + 8;
		expect(3 * (more + CELL_GAP) + 76 + 14 > 900 || 2 * (more + CELL_GAP) + 30 + 14 > 600).toBe(
			true
		);
	});

	it('does not shrink cells beyond judging to fit many in', () => {
		expect(layMat(view, { ...content, across: 40, down: 40 }, 0).width).toBe(84);
	});

	it('goes from thumbnails to one picture that fills the view', () => {
		const small = layMat(view, content, -99);
		expect(small.width).toBe(40);
		expect(zoomOf(small)).toBe(0);
		const full = layMat(view, content, 99);
		expect(full.width).toBe(full.fill);
		expect(zoomOf(full)).toBe(1);
		expect(full.height + CELL_GAP + 30).toBeLessThanOrEqual(600);
		// A wide picture is bounded by the width.
		const wide = layMat(view, { ...content, ratio: 3 }, 99);
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
					const of = { ...content, across, down, ratio };
					const at = layMat(view, of, stepsAt(zoom, layMat(view, of, 0)));
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
			const { width } = layPaper({ ...content, across });
			expect(76 + across * (width + CELL_GAP)).toBeLessThan(page);
			expect(width).toBeGreaterThan(0);
		}
	});
});

describe('what is in sight', () => {
	it('is found as by looking at every cell', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 0, max: 400 }),
				fc.double({ min: 10, max: 300, noNaN: true }),
				fc.double({ min: 0, max: 5000, noNaN: true }),
				fc.double({ min: 1, max: 1500, noNaN: true }),
				(count, pitch, start, length) => {
					const { from, to } = inSight(count, pitch, start, length, 0);
					for (let i = 0; i < count; i++) {
						const seen = (i + 1) * pitch > start && i * pitch < start + length;
						if (seen) expect(i >= from && i < to).toBe(true);
					}
					// No more than one beyond each end.
					expect(to - from).toBeLessThanOrEqual(Math.ceil(length / pitch) + 1);
				}
			)
		);
	});

	it('has some to spare, but none that is not there', () => {
		expect(inSight(10, 100, 250, 300, 1)).toEqual({ from: 1, to: 7 });
		expect(inSight(10, 100, 0, 300, 2)).toEqual({ from: 0, to: 5 });
		expect(inSight(10, 100, 900, 300, 2)).toEqual({ from: 7, to: 10 });
		expect(inSight(0, 100, 0, 300, 2)).toEqual({ from: 0, to: 0 });
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
