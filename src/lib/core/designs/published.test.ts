import { determinant, Matrix } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { sampleRack } from '$lib/core/testing';
import { efficiencyOf } from './balanced';
import { workOut } from '.';

/** D-efficiency from a matrix whose columns are written out: det(X'X)^(1/p) / N. */
function byDefinition(x: number[][]): number {
	const matrix = new Matrix(x);
	const p = matrix.columns;
	return Math.abs(determinant(matrix.transpose().mmul(matrix))) ** (1 / p) / matrix.rows;
}

const table = (text: string): number[][] =>
	text
		.trim()
		.split('\n')
		.map((line) => line.trim().split(/\s+/).map(Number));

// Plackett and Burman 1946, 12 runs: the published first row, turned round eleven times, and a row of
// minus signs.
const generator = [1, 1, 0, 1, 1, 1, 0, 0, 0, 1, 0];
const plackettBurman = [
	...Array.from({ length: 11 }, (_, i) => generator.map((_, j) => generator[(j + 11 - i) % 11])),
	Array<number>(11).fill(0)
];

// The L18 array of Taguchi: one dial of two levels, seven of three (from memory; that every pair of
// levels stands equally often is checked below).
const l18 = table(`
	1 1 1 1 1 1 1 1
	1 1 2 2 2 2 2 2
	1 1 3 3 3 3 3 3
	1 2 1 1 2 2 3 3
	1 2 2 2 3 3 1 1
	1 2 3 3 1 1 2 2
	1 3 1 2 1 3 2 3
	1 3 2 3 2 1 3 1
	1 3 3 1 3 2 1 2
	2 1 1 3 3 2 2 1
	2 1 2 1 1 3 3 2
	2 1 3 2 2 1 1 3
	2 2 1 2 3 1 3 2
	2 2 2 3 1 2 1 3
	2 2 3 1 2 3 2 1
	2 3 1 3 2 3 1 2
	2 3 2 1 3 1 2 3
	2 3 3 2 1 2 3 1
`).map((row) => row.map((level) => level - 1));

describe('D-efficiency', () => {
	it('of the 12 runs of Plackett and Burman is 1, and less with a run left out', () => {
		const levels = Array<number>(11).fill(2);
		expect(efficiencyOf(levels, plackettBurman)).toBeCloseTo(1, 6);
		const signs = plackettBurman.map((row) => [1, ...row.map((level) => (level ? 1 : -1))]);
		expect(byDefinition(signs)).toBeCloseTo(1, 9);
		expect(efficiencyOf(levels, plackettBurman.slice(1))).toBe(0);
	});

	it('of L18 is 1, as every pair of its levels stands equally often', () => {
		const levels = [2, ...Array<number>(7).fill(3)];
		for (let a = 0; a < 8; a++)
			for (let b = a + 1; b < 8; b++) {
				const counts = new Map<string, number>();
				for (const row of l18)
					counts.set(`${row[a]}${row[b]}`, (counts.get(`${row[a]}${row[b]}`) ?? 0) + 1);
				expect(new Set(counts.values()).size, `columns ${a} and ${b}`).toBe(1);
			}
		expect(efficiencyOf(levels, l18)).toBeCloseTo(1, 6);
	});

	// By hand: the rows below less the first leave 2 on the diagonal, so det X = 8, det X'X = 64,
	// and 64^(1/4) / 4 = 0.70711.
	it('of one dial at a time, three of two stops, is 0.7071', () => {
		const rows = [
			[0, 0, 0],
			[1, 0, 0],
			[0, 1, 0],
			[0, 0, 1]
		];
		expect(efficiencyOf([2, 2, 2], rows)).toBeCloseTo(64 ** 0.25 / 4, 6);
		const x = rows.map((row) => [1, ...row.map((level) => (level ? 1 : -1))]);
		expect(byDefinition(x)).toBeCloseTo(64 ** 0.25 / 4, 9);
	});

	// By hand, contrasts of three stops written out: (-a, a, 0) and (-b, -b, 2b) with a = sqrt(3/2),
	// b = sqrt(1/2), each of square mean 1.
	it('of one dial of three stops, run 2, 1 and 1 times, is that of the matrix by hand', () => {
		const [a, b] = [Math.sqrt(3 / 2), Math.sqrt(1 / 2)];
		const code = [
			[1, -a, -b],
			[1, a, -b],
			[1, 0, 2 * b]
		];
		const rows = [[0], [0], [1], [2]];
		const expected = byDefinition(rows.map(([level]) => code[level]));
		expect(efficiencyOf([3], rows)).toBeCloseTo(expected, 6);
		expect(expected).toBeLessThan(1);
	});

	it('is 0 where two dials always move together', () => {
		expect(
			efficiencyOf(
				[2, 2],
				[
					[0, 0],
					[1, 1],
					[0, 0],
					[1, 1]
				]
			)
		).toBe(0);
	});
});

describe('the design of ends and middle', () => {
	// A 2^3 factorial with a centre point (Box, Hunter and Hunter): eight corners and one middle.
	it('of three number dials has the eight corners and the middle', () => {
		const rack = sampleRack({
			guidance: [2, 4, 6, 9],
			steps: [10, 20, 30],
			strength: [0.2, 0.5, 0.8],
			start: ['a'.repeat(64)]
		});
		const { rows, dials } = workOut(rack, { kind: 'ends' });
		expect(dials).toEqual(['guidance', 'steps', 'strength']);
		expect(rows!.map((row) => row.join(' ')).sort()).toEqual(
			['0 0 0', '0 0 2', '0 2 0', '0 2 2', '1 1 1', '3 0 0', '3 0 2', '3 2 0', '3 2 2'].sort()
		);
	});

	it('takes every stop of a dial that is no number, and no middle where there is none', () => {
		const rack = sampleRack({ model: ['alder-2', 'birch', 'cedar'], guidance: [2, 6] });
		const { rows, efficiency } = workOut(rack, { kind: 'ends' });
		expect(rows).toHaveLength(6);
		expect(efficiency).toBeCloseTo(1, 6);
	});

	it('finds the ends of stops that stand in another order', () => {
		const { rows } = workOut(sampleRack({ guidance: [6, 2, 9] }), { kind: 'ends' });
		expect(rows!.map(([at]) => at).sort()).toEqual([1, 1, 2]);
	});
});
