import { CholeskyDecomposition, Matrix, solve } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { stream } from '$lib/core/random';
import {
	backwardSparse,
	componentsOf,
	entryOf,
	factorSparse,
	forwardSparse,
	patternOf
} from './sparse';

/** A positive definite matrix with entries at these links. */
function matrixOf(n: number, links: readonly (readonly [number, number])[]): Matrix {
	const draw = stream(`sparse|${n}|${links.length}`);
	const out = Matrix.zeros(n, n);
	for (const [i, j] of links) {
		const by = draw.between(-1, 1);
		out.set(i, j, by);
		out.set(j, i, by);
	}
	for (let i = 0; i < n; i++)
		out.set(i, i, 1 + out.getRow(i).reduce((sum, one) => sum + Math.abs(one), 0));
	return out;
}

describe('a sparse factor', () => {
	const draw = stream('links');
	const drawn = (n: number, count: number): [number, number][] =>
		Array.from({ length: count }, () => {
			const i = draw.below(n);
			return [i, (i + 1 + draw.below(n - 1)) % n];
		});

	// Source: `ml-matrix`, dense.
	it.each([
		[1, []],
		[
			6,
			[
				[0, 1],
				[1, 2],
				[4, 5]
			]
		],
		[12, drawn(12, 20)],
		[40, drawn(40, 60)],
		[70, drawn(70, 30)]
	] as [number, [number, number][]][])(
		'of %i rows solves and has the determinant of a dense one',
		(n, links) => {
			const dense = matrixOf(n, links);
			const pattern = patternOf(n, links);
			const lower = {
				diagonal: new Float64Array(n),
				below: new Float64Array(pattern.rows.length)
			};
			for (let i = 0; i < n; i++) lower.diagonal[pattern.place[i]] = dense.get(i, i);
			for (const [i, j] of links) lower.below[entryOf(pattern, i, j)] = dense.get(i, j);
			const half = factorSparse(pattern, lower, new Float64Array(n));
			const { lowerTriangularMatrix } = new CholeskyDecomposition(dense);
			const right = Array.from({ length: n }, (_, i) => Math.sin(i + 1));
			expect(half).toBeCloseTo(
				lowerTriangularMatrix.diagonal().reduce((sum, one) => sum + Math.log(one), 0),
				9
			);
			const x = new Float64Array(n);
			right.forEach((one, i) => (x[pattern.place[i]] = one));
			forwardSparse(pattern, lower, x, 1);
			backwardSparse(pattern, lower, x, 1);
			const wanted = solve(dense, Matrix.columnVector(right)).getColumn(0);
			wanted.forEach((one, i) => expect(x[pattern.place[i]]).toBeCloseTo(one, 9));
		}
	);

	it('says when a matrix is not positive definite', () => {
		const pattern = patternOf(2, [[0, 1]]);
		const lower = { diagonal: Float64Array.of(1, 1), below: Float64Array.of(2) };
		expect(factorSparse(pattern, lower, new Float64Array(2))).toBeNaN();
	});

	it('fills nothing where rows hang in a tree', () => {
		const links = Array.from({ length: 30 }, (_, i): [number, number] => [i + 1, i >> 1]);
		expect(patternOf(31, links).rows).toHaveLength(30);
	});

	it('finds rows that are linked', () => {
		expect(
			componentsOf(6, [
				[0, 1],
				[1, 4],
				[2, 3]
			])
		).toEqual([[0, 1, 4], [2, 3], [5]]);
	});
});
