import { Matrix, determinant } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { balancedFraction, contrasts, effectsCount } from './balanced';

/** D-efficiency from the definition: det(X'X)^(1/p) / N, X built here and its determinant by `ml-matrix`. */
function efficiencyOf(rows: number[][], levels: number[]): number {
	const x = rows.map((row) => [1, ...row.flatMap((level, d) => contrasts(levels[d])[level])]);
	const matrix = new Matrix(x);
	const p = matrix.columns;
	return determinant(matrix.transpose().mmul(matrix)) ** (1 / p) / rows.length;
}

describe('contrasts', () => {
	it.each([2, 3, 5])('of %i stops are orthonormal', (n) => {
		const m = new Matrix(contrasts(n));
		const product = m.transpose().mmul(m).div(n);
		product
			.to2DArray()
			.forEach((row, i) => row.forEach((v, j) => expect(v).toBeCloseTo(i === j ? 1 : 0, 12)));
		for (let k = 0; k < n - 1; k++)
			expect(m.getColumn(k).reduce((a, b) => a + b)).toBeCloseTo(0, 12);
	});
});

describe('a balanced fraction', () => {
	// The L9 orthogonal array (Taguchi; common knowledge of the trade): three columns of three levels,
	// every pair of levels once.
	it('of 3x3x3 in 9 runs is an orthogonal array, efficiency 1', () => {
		const { rows, efficiency } = balancedFraction([3, 3, 3], 9);
		expect(efficiency).toBeCloseTo(1, 6);
		for (const [a, b] of [
			[0, 1],
			[0, 2],
			[1, 2]
		])
			expect(new Set(rows.map((row) => `${row[a]}${row[b]}`)).size).toBe(9);
	});

	it('of 2x2x2 in 4 runs is the half fraction, efficiency 1', () => {
		expect(balancedFraction([2, 2, 2], 4).efficiency).toBeCloseTo(1, 6);
	});

	it('of 4x5x4x3x3 in 64 has the efficiency that its definition gives, near 1', () => {
		const levels = [4, 5, 4, 3, 3];
		const { rows, efficiency } = balancedFraction(levels, 64);
		expect(rows).toHaveLength(64);
		expect(efficiency).toBeCloseTo(efficiencyOf(rows, levels), 6);
		expect(efficiency).toBeGreaterThan(0.97);
		expect(efficiency).toBeLessThanOrEqual(1 + 1e-9);
		// Every stop about equally often.
		levels.forEach((n, d) => {
			const counts = Array.from({ length: n }, (_, k) => rows.filter((row) => row[d] === k).length);
			expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(4);
		});
	});

	it('is the same for the same name', () => {
		expect(balancedFraction([3, 4], 6)).toEqual(balancedFraction([3, 4], 6));
	});

	it('tells a pair apart too when it is asked to: in all combinations of the two, efficiency 1', () => {
		const { efficiency, rows } = balancedFraction([2, 3, 2], 12, { pairs: [[0, 1]] });
		expect(efficiency).toBeCloseTo(1, 6);
		expect(new Set(rows.map(([a, b]) => `${a}${b}`)).size).toBe(6);
	});

	// 2x3x3 in 12 had 9 different rows, 3x3x4 in 20 had 18: on the same seeds the same pictures.
	it.each([
		[[2, 3, 3], 12],
		[[3, 3, 4], 20],
		[[2, 2], 4],
		[[3, 3, 3], 26],
		[[2, 3, 2], 12],
		[[4, 5, 4, 3, 3], 64]
	])('of %j in %i has no combination twice', (levels, size) => {
		const { rows, efficiency } = balancedFraction(levels, size);
		expect(rows).toHaveLength(size);
		expect(new Set(rows.map((row) => row.join())).size).toBe(size);
		expect(efficiency).toBeCloseTo(efficiencyOf(rows, levels), 6);
		expect(() => balancedFraction([2, 2], 5)).toThrow(/There are 4 combinations, not 5/);
	});

	it('cannot be smaller than there are effects', () => {
		expect(effectsCount([3, 3, 3])).toBe(7);
		expect(effectsCount([2, 3], [[0, 1]])).toBe(6);
		expect(() => balancedFraction([3, 3, 3], 6)).toThrow(/7 at least/);
	});
});
