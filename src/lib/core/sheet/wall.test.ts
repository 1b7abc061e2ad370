import { describe, expect, it } from 'vitest';
import { stream } from '$lib/core/random';
import { CELL_GAP } from './mat';
import { hang, linesBetween, linesOfItems, stepOnWall, wallHeight, wallLayout } from './wall';

const draw = stream('wall');
const ratios = [1, 16 / 9, 9 / 16, 3 / 4, 4 / 3, 3, 0.4];
const items = (count: number) =>
	Array.from({ length: count }, (_, i) => ({
		id: `i${i}`,
		ratio: ratios[draw.below(ratios.length)]
	}));
const one = (count: number) => [{ key: 'a', says: '', items: items(count) }];

describe('a wall', () => {
	it('has every item once, in order, at its own ratio, in rows that fill the width', () => {
		for (const [count, width, height] of [
			[1, 900, 120],
			[29, 940, 140],
			[500, 700, 90],
			[40, 300, 200]
		]) {
			const groups = one(count);
			const lines = hang(groups, width, height);
			expect(lines.flatMap(({ boxes }) => boxes.map(({ item }) => item))).toEqual(groups[0].items);
			lines.forEach(({ boxes, height: whole, foot, top }, at) => {
				const tall = whole - foot;
				for (const box of boxes) expect(box.width / tall).toBeCloseTo(box.item.ratio, 6);
				const last = boxes.at(-1)!;
				expect(last.left + last.width).toBeLessThanOrEqual(width + 1e-6);
				if (at < lines.length - 1) {
					expect(last.left + last.width).toBeCloseTo(width, 6);
					expect(lines[at + 1].top).toBeCloseTo(top + whole + CELL_GAP, 6);
				} else expect(tall).toBeLessThanOrEqual(height + 1e-6);
			});
		}
	});

	it('has rows about as tall as asked for', () => {
		const lines = hang(one(400), 1000, 120).slice(0, -1);
		const mean = lines.reduce((sum, { height, foot }) => sum + height - foot, 0) / lines.length;
		expect(mean).toBeGreaterThan(100);
		expect(mean).toBeLessThan(140);
	});

	it('has the words of each group above it, and a row of no other', () => {
		const lines = hang(
			[
				{ key: 'a', says: 'run 1', items: items(9) },
				{ key: 'b', says: 'run 2', items: items(3) }
			],
			600,
			120
		);
		expect(lines.filter(({ says }) => says).map(({ says }) => says)).toEqual(['run 1', 'run 2']);
		expect(lines[0].says).toBe('run 1');
		expect(wallHeight(lines)).toBe(lines.at(-1)!.top + lines.at(-1)!.height);
		expect(wallHeight([])).toBe(0);
	});

	it('knows its lines between two heights as looking at each does', () => {
		const lines = hang(one(300), 800, 100);
		for (let i = 0; i < 40; i++) {
			const top = draw.below(Math.ceil(wallHeight(lines)));
			const bottom = top + 50 + draw.below(700);
			const { from, to } = linesBetween(lines, top, bottom);
			const seen = lines.filter((line) => line.top + line.height >= top && line.top < bottom);
			expect(lines.slice(from, to)).toEqual(seen);
		}
		expect(linesBetween([], 0, 100)).toEqual({ from: 0, to: 0 });
	});

	it('is walked: along the rows, and to what hangs above and below', () => {
		const groups = [
			{ key: 'a', says: 'run 1', items: items(20) },
			{ key: 'b', says: 'run 2', items: items(20) }
		];
		const lines = hang(groups, 700, 110);
		const at = linesOfItems(lines);
		const all = groups.flatMap(({ items: own }) => own.map(({ id }, i) => `${id} ${i}`));
		expect(all).toHaveLength(40);
		// Ids are told apart by their group.
		const own = groups[0].items.map(({ id }) => id);
		const single = hang([groups[0]], 700, 110);
		const places = linesOfItems(single);
		own.forEach((id, i) => {
			expect(stepOnWall(single, places.get(id)!, id, 0, 1)).toBe(own[i + 1] ?? null);
			expect(stepOnWall(single, places.get(id)!, id, 0, -1)).toBe(own[i - 1] ?? null);
			const below = stepOnWall(single, places.get(id)!, id, 1, 0);
			if (below) expect(places.get(below)).toBe(places.get(id)! + 1);
			else expect(places.get(id)).toBe(single.length - 1);
		});
		expect(at.size).toBeGreaterThan(0);
	});

	it('has all in sight where they can be judged so, and never lower rows than that', () => {
		const room = { width: 920, height: 600 };
		for (const count of [1, 5, 12, 29, 60]) {
			const groups = one(count);
			const { height, fit, fill } = wallLayout(room, groups, 0);
			expect(height).toBe(fit);
			expect(height).toBeGreaterThanOrEqual(112);
			expect(height).toBeLessThanOrEqual(fill);
			if (height > 112) expect(wallHeight(hang(groups, room.width, height))).toBeLessThan(760);
		}
		expect(wallLayout(room, one(5000), 0).height).toBe(112);
		expect(wallLayout(room, one(12), 99).height).toBe(wallLayout(room, one(12), 0).fill);
	});
});
