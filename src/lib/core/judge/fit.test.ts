import { Matrix } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { choiceDial, judgedPlan, rules, worldOf } from '$lib/core/testing';
import { cholesky } from './cholesky';
import { Climber } from './climb';
import { compile, priors } from './compile';
import type { Evidence } from './evidence';
import { effectIn, fit } from './fit';
import { logistic, ordinal, blankOrdinal } from './ordinal';
import { pointsOver } from './points';
import { settingsOf, standingOf, scoresOf } from './settings';
import { wantedFor } from './wanted';

const judged = (rule: string, seed: number, pairs = 0): Evidence => {
	const world = worldOf(
		rules.find(({ id }) => id === rule)!,
		seed
	);
	const { takes } = world.evidence;
	return {
		...world.evidence,
		marks: takes.map(({ id }, i) => ({ take: id, mark: world.mark(i), judge: '', blind: true })),
		pairs: Array.from({ length: pairs }, (_, i) => {
			// Takes of one seed, far apart and never the same.
			const [left, right] = [i % 18, (i * 7 + 5) % 18 === i % 18 ? (i + 1) % 18 : (i * 7 + 5) % 18];
			return { left: `t${left}`, right: `t${right}`, judge: '', answer: world.answer(left, right) };
		})
	};
};

describe('slopes', () => {
	const evidence = judgedPlan({
		dials: [choiceDial('model', ['a', 'b', 'c'])],
		seeds: 2,
		score: ([model]) => model
	});
	const scalesOf = (change: Partial<Evidence>) =>
		compile({ ...evidence, ...change }, { together: [] }).scales;
	const [one, two] = evidence.takes.filter(({ chance }) => chance === evidence.takes[0].chance);
	const pairs = [{ left: one.id, right: two.id, judge: '', answer: 'left' as const }];
	const marks = [{ take: one.id, judge: '', mark: 'keep' as const, blind: true }];

	it('of pairs beside marks are fitted where there are both, and of judges where there are two', () => {
		expect(scalesOf({ marks, pairs })).toContain('factor');
		// By themselves either has the slope 1: nothing else says what a score is.
		expect(scalesOf({ marks: [], pairs })).not.toContain('factor');
		expect(scalesOf({ marks, pairs: [] })).not.toContain('factor');
		expect(scalesOf({ marks, pairs })).not.toContain('slope');
		const other = pairs.map((pair) => ({ ...pair, judge: 'Wren' }));
		expect(scalesOf({ marks: [], pairs: [...pairs, ...other] })).toEqual(
			expect.arrayContaining(['slope', 'slope'])
		);
	});
});

describe('one ordered answer', () => {
	it('has the slopes that small steps find', () => {
		const one = blankOrdinal();
		const at = (low: number, high: number) => {
			const other = blankOrdinal();
			ordinal(low, high, other);
			return other.log;
		};
		for (const [low, high] of [
			[-Infinity, 0.4],
			[-0.7, 0.4],
			[-0.7, Infinity],
			[12, 13]
		]) {
			ordinal(low, high, one);
			expect(Math.exp(one.log)).toBeCloseTo(logistic(high) - logistic(low), 8);
			const e = 1e-3;
			if (low > -Infinity) {
				expect(one.low).toBeCloseTo((at(low + e, high) - at(low - e, high)) / (2 * e), 5);
				expect(one.lowLow).toBeCloseTo(
					(at(low + e, high) - 2 * at(low, high) + at(low - e, high)) / e ** 2,
					3
				);
			}
			if (high < Infinity)
				expect(one.high).toBeCloseTo((at(low, high + e) - at(low, high - e)) / (2 * e), 5);
		}
	});
});

describe('cholesky', () => {
	it('is that of ml-matrix, and says when there is none', () => {
		const a = new Matrix([
			[4, 2, 0.6],
			[2, 5, 1],
			[0.6, 1, 3]
		]);
		const flat = Float64Array.from(a.to1DArray());
		const half = cholesky(flat, 3);
		const l = new Matrix([
			[flat[0], 0, 0],
			[flat[3], flat[4], 0],
			[flat[6], flat[7], flat[8]]
		]);
		expect(l.mmul(l.transpose()).sub(a).norm()).toBeLessThan(1e-12);
		expect(half).toBeCloseTo(Math.log(l.get(0, 0) * l.get(1, 1) * l.get(2, 2)), 12);
		expect(cholesky(Float64Array.of(1, 2, 2, 1), 2)).toBeNaN();
	});
});

describe('points of the scales', () => {
	// Weighed by a standard normal's density, they have its moments: exactly, whatever their number.
	it.each([1, 2, 3, 4, 5, 8])('over %i scales have the moments of a normal', (count) => {
		const points = pointsOver(count).map(({ at, weight }) => ({
			at,
			mass: weight * Math.exp(-at.reduce((sum, z) => sum + z * z, 0) / 2)
		}));
		const mean = (of: (at: number[]) => number) =>
			points.reduce((sum, { at, mass }) => sum + mass * of(at), 0);
		expect(mean(() => 1)).toBeCloseTo(1, 12);
		for (let i = 0; i < count; i++) {
			expect(mean((at) => at[i])).toBeCloseTo(0, 12);
			expect(mean((at) => at[i] ** 2)).toBeCloseTo(1, 12);
			if (i) expect(mean((at) => at[i] * at[0])).toBeCloseTo(0, 12);
		}
	});
});

describe('Laplace\u2019s approximation', () => {
	// The exact posterior of three numbers (an effect and two cuts) on a fine grid.
	it('agrees with brute force', () => {
		const marks: [number, 0 | 1 | 2][] = [];
		const counts = [
			[12, 18, 26],
			[24, 20, 12]
		];
		counts.forEach((row, stop) =>
			row.forEach((n, level) => {
				for (let i = 0; i < n; i++) marks.push([stop, level as 0 | 1 | 2]);
			})
		);
		const levels = ['drop', 'maybe', 'keep'] as const;
		const evidence: Evidence = {
			...worldOf(rules[0], 0).evidence,
			dials: [choiceDial('model', ['a', 'b'])],
			takes: marks.map(([stop], i) => ({
				id: `t${i}`,
				stops: [stop],
				chance: '',
				faults: [],
				measures: {}
			})),
			marks: marks.map(([, level], i) => ({
				take: `t${i}`,
				mark: levels[level],
				judge: '',
				blind: true
			}))
		};
		const { problem } = compile(evidence, { together: [] });
		// One scale of 1, no effects of seeds and takes, and nobody gets stricter.
		const quiet = {
			...problem,
			takeScale: -1,
			free: problem.free.map(() => 0),
			when: problem.when.map(() => 0)
		};
		const climber = new Climber(quiet);
		const top = climber.climb(new Float64Array(quiet.scales).fill(0), climber.begin());
		const { basis } = quiet.blocks[0];
		const slope = basis!.values[0] - basis!.values[1];

		let [all, first, second] = [0, 0, 0];
		const normal = (x: number, mean: number, deviation: number) =>
			Math.exp(-(((x - mean) / deviation) ** 2) / 2);
		const one = blankOrdinal();
		for (let z = -4; z <= 4; z += 0.05)
			for (let cut = -3; cut <= 1.5; cut += 0.06)
				for (let gap = -1.5; gap <= 1.5; gap += 0.06) {
					let log = 0;
					counts.forEach((row, stop) => {
						const u = (stop ? basis!.values[1] : basis!.values[0]) * z;
						const cuts = [-Infinity, cut, cut + Math.exp(gap), Infinity];
						row.forEach((n, level) => {
							ordinal(cuts[level] - u, cuts[level + 1] - u, one);
							log += n * one.log;
						});
					});
					const mass =
						Math.exp(log + 120) *
						normal(z, 0, 1) *
						normal(cut, priors.cut.mean, priors.cut.deviation) *
						normal(gap, priors.gap.mean, priors.gap.deviation);
					all += mass;
					first += mass * z;
					second += mass * z * z;
				}
		const mean = first / all;
		const deviation = Math.sqrt(second / all - mean ** 2);
		// Variance of the coefficient: the first place of the inverse.
		const { factor } = top;
		const n = top.x.length;
		const unit = new Float64Array(n);
		unit[0] = 1;
		for (let i = 0; i < n; i++) {
			for (let k = 0; k < i; k++) unit[i] -= factor[i * n + k] * unit[k];
			unit[i] /= factor[i * n + i];
		}
		const own = Math.sqrt(unit.reduce((sum, v) => sum + v * v, 0));
		expect(Math.abs(top.x[0] - mean)).toBeLessThan(0.03 * deviation);
		expect(Math.abs(own - deviation)).toBeLessThan(0.03 * deviation);
		expect(Math.abs(slope)).toBeGreaterThan(0.5);
	});
});

describe('fit', () => {
	it('gives the same figures for the same evidence', () => {
		const evidence = judged('one', 1, 30);
		const [a, b] = [1, 2].map(() => fit(evidence, wantedFor(evidence)).draws.effects);
		expect(a).toEqual(b);
	});

	it('after more answers comes to about what it is from the start', () => {
		const evidence = judged('clear', 2, 40);
		const wanted = wantedFor(evidence);
		let known = fit({ ...evidence, pairs: evidence.pairs.slice(0, 20) }, wanted);
		for (let n = 21; n <= 40; n++)
			known = fit({ ...evidence, pairs: evidence.pairs.slice(0, n) }, wanted, known);
		const whole = fit(evidence, wanted);
		const settings = settingsOf(evidence);
		const [one, two] = [known, whole].map((by) => standingOf(scoresOf(by, settings)));
		one.mean.forEach((mean, s) => expect(Math.abs(mean - two.mean[s])).toBeLessThan(0.15));
		expect(one.best).toBe(two.best);
	});

	it('is less sure of two models when one was marked first and the other last', () => {
		const levels = ['drop', 'maybe', 'keep'] as const;
		// The same 240 marks: of model a 40 drop, 40 maybe and 40 keep, of model b 70, 30 and 20.
		const of = (stop: number, counts: readonly number[]) =>
			counts.flatMap((n, level) =>
				Array.from({ length: n }, () => ({ stop, mark: levels[level] }))
			);
		const mixed = (all: ReturnType<typeof of>) => all.map((_, i) => all[(i * 7) % all.length]);
		const [a, b] = [of(0, [40, 40, 40]), of(1, [70, 30, 20])];
		const difference = (all: ReturnType<typeof of>) => {
			const evidence: Evidence = {
				...worldOf(rules[0], 0).evidence,
				dials: [choiceDial('model', ['a', 'b'])],
				takes: all.map(({ stop }, i) => ({
					...{ id: `t${i}`, stops: [stop], chance: '', faults: [], measures: {} }
				})),
				marks: all.map(({ mark }, i) => ({ take: `t${i}`, mark, judge: '', blind: false }))
			};
			const { draws } = fit(evidence, { together: [] });
			const by = Array.from(
				{ length: draws.count },
				(_, d) => effectIn(draws, 0, d) - effectIn(draws, 1, d)
			);
			const mean = by.reduce((sum, one) => sum + one, 0) / by.length;
			return {
				mean,
				deviation: Math.sqrt(by.reduce((sum, one) => sum + (one - mean) ** 2, 0) / by.length)
			};
		};
		const apart = difference([...mixed(a), ...mixed(b)]);
		const inTurn = difference(mixed(a).flatMap((one, i) => [one, mixed(b)[i]]));
		// In blocks, the judge may have got stricter in between.
		expect(apart.deviation).toBeGreaterThan(1.15 * inTurn.deviation);
		// In turn, both models met the same judge, and the marks tell them apart.
		expect(inTurn.mean).toBeGreaterThan(3 * inTurn.deviation);
	});

	it('integrates take effects out where too many takes hang together', () => {
		const few = judged('one', 1);
		const chain = (count: number): Evidence => ({
			...few,
			takes: Array.from({ length: count }, (_, i) => ({
				...few.takes[i % few.takes.length],
				id: `c${i}`,
				picture: `c${i}`,
				chance: 'one'
			})),
			marks: [],
			pairs: Array.from({ length: count - 1 }, (_, i) => ({
				left: `c${i}`,
				right: `c${i + 1}`,
				judge: '',
				answer: 'left' as const
			}))
		});
		const nodes = (count: number) => compile(chain(count), { together: [] }).problem.nodes;
		// The two at the ends have one answer each.
		expect(nodes(500)).toBe(498);
		expect(nodes(700)).toBe(0);
	});

	it('takes seed effects out where pairs are matched', () => {
		const world = worldOf(rules[0], 5);
		// Everything on seed 0 is liked, nothing on seed 1, whatever the settings.
		const evidence: Evidence = {
			...world.evidence,
			marks: world.evidence.takes.map(({ id, chance }) => ({
				take: id,
				mark: chance === '0' || chance === '2' ? 'keep' : 'drop',
				judge: '',
				blind: true
			}))
		};
		const { draws, layout } = fit(evidence, { together: [] });
		const at = layout.dials[0];
		for (let s = 0; s < 3; s++) {
			let sum = 0;
			for (let d = 0; d < draws.count; d++) sum += effectIn(draws, at + s, d);
			expect(Math.abs(sum / draws.count)).toBeLessThan(0.1);
		}
	});
});
