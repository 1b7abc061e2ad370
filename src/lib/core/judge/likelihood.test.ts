import { describe, expect, it } from 'vitest';
import { stream } from '$lib/core/random';
import { strangers, strangeWorld } from '$lib/core/testing';
import { compile } from './compile';
import type { Evidence } from './evidence';
import { addAnswers, type Seen } from './likelihood';
import type { Problem } from './problem';

/** Two judges with marks and pairs, on four seeds, each take with an effect of its own. */
function problem(): Problem {
	const rule = strangers.find(({ id }) => id === 'two judges')!;
	const world = strangeWorld(rule, 3);
	const { takes } = world.evidence;
	const draw = stream('likelihood');
	const pairs: Evidence['pairs'] = Array.from({ length: 40 }, () => {
		const [left, right] = [draw.below(takes.length), draw.below(takes.length - 1)];
		return {
			left: takes[left].id,
			right: takes[right + Number(right >= left)].id,
			...world.answer(left, right)
		};
	});
	return compile({ ...world.evidence, pairs }, { together: [[0, 1]] }).problem;
}

describe('the likelihood of all answers', () => {
	const p = problem();
	const { features, coefficients, nodes, own } = p;
	const numbers = own.all - coefficients;
	const wide = features + numbers;
	const draw = stream('where');
	const small = (count: number) => Float64Array.from({ length: count }, () => draw.next() - 0.5);
	const at = {
		...{ score: small(features), x: small(own.all), z: small(nodes) },
		...{ flat: [1, 0.9, 0.8], factor: 1.3, judges: Float64Array.of(0.7, 1.2) }
	};
	const look = () => {
		const into: Seen = {
			slope: new Float64Array(wide),
			bend: new Float64Array(wide ** 2),
			nodeSlope: new Float64Array(nodes),
			cross: new Float64Array(nodes * wide)
		};
		const lower = {
			diagonal: new Float64Array(nodes),
			below: new Float64Array(p.pattern.rows.length)
		};
		return { log: addAnswers(p, at, into, lower), ...into, diagonal: lower.diagonal };
	};
	const STEP = 1e-4;
	/** By finite differences: what a number changes by while one place moves by 1. */
	function along<T>(row: Float64Array, i: number, of: () => T, less: (a: T, b: T) => T): T {
		const before = row[i];
		row[i] = before + STEP;
		const high = of();
		row[i] = before - STEP;
		const low = of();
		row[i] = before;
		return less(high, low);
	}
	const slopeOf = (row: Float64Array, i: number) =>
		along(
			row,
			i,
			() => look().log,
			(a, b) => (a - b) / (2 * STEP)
		);
	const here = look();
	/** Where the i-th of features and numbers is moved. */
	const mover = (i: number): [Float64Array, number] =>
		i < features ? [at.score, i] : [at.x, i - features + coefficients];

	it('fits judges who drift, lean and differ, beside seeds and takes', () => {
		expect([...own.drift, ...own.strict, ...own.judgeLean].every((one) => one >= 0)).toBe(true);
		expect(nodes).toBeGreaterThan(20);
	});

	it('has the slopes that finite differences have', () => {
		for (let i = 0; i < wide; i++) expect(here.slope[i]).toBeCloseTo(slopeOf(...mover(i)), 5);
		for (let i = 0; i < nodes; i++) expect(here.nodeSlope[i]).toBeCloseTo(slopeOf(at.z, i), 5);
	});

	it('bends as the slopes’ finite differences do', () => {
		for (let i = 0; i < wide; i++) {
			const [row, place] = mover(i);
			const by = along(
				row,
				place,
				() => look().slope,
				(a, b) => a.map((one, j) => (one - b[j]) / (2 * STEP))
			);
			for (let j = 0; j < wide; j++) {
				const bend = here.bend[i * wide + j] + (i === j ? 0 : here.bend[j * wide + i]);
				expect(bend).toBeCloseTo(-by[j], 4);
			}
		}
		for (let i = 0; i < nodes; i++) {
			const by = along(at.z, i, look, (a, b) => ({
				...a,
				slope: a.slope.map((one, j) => (one - b.slope[j]) / (2 * STEP)),
				nodeSlope: a.nodeSlope.map((one, j) => (one - b.nodeSlope[j]) / (2 * STEP))
			}));
			expect(here.diagonal[p.pattern.place[i]]).toBeCloseTo(-by.nodeSlope[i], 4);
			for (let j = 0; j < wide; j++) expect(here.cross[i * wide + j]).toBeCloseTo(-by.slope[j], 4);
		}
	});
});
