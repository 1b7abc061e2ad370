import { describe, expect, it } from 'vitest';
import { choiceDial } from '$lib/core/testing';
import { Climber } from './climb';
import { answerNumbers } from './likelihood';
import { noEvidence, type Evidence } from './evidence';
import { effectIn, fit } from './fit';
import { problemOf } from './problem';

/** Evidence about single stops of one dial: one take each. */
function contest(labels: readonly string[], pairs: [number, number, number][]): Evidence {
	const take = (i: number) => `t${i}`;
	return {
		...noEvidence(),
		dials: [choiceDial('model', labels)],
		takes: labels.map((_, i) => ({
			id: take(i),
			stops: [i],
			chance: '',
			faults: [],
			measures: {}
		})),
		pairs: pairs.flatMap(([a, b, times]) =>
			Array.from({ length: times }, () => ({
				left: take(a),
				right: take(b),
				answer: 'left' as const,
				judge: ''
			}))
		)
	};
}

// Agresti, Categorical Data Analysis: the 1987 American League (from memory; every two teams met 13 times,
// which the table does, and the abilities come out as printed).
const teams = ['Milwaukee', 'Detroit', 'Toronto', 'New York', 'Boston', 'Cleveland', 'Baltimore'];
const won = [
	[0, 7, 9, 7, 7, 9, 11],
	[6, 0, 7, 5, 11, 9, 9],
	[4, 6, 0, 7, 7, 8, 12],
	[6, 8, 6, 0, 6, 7, 10],
	[6, 2, 6, 7, 0, 7, 12],
	[4, 4, 5, 6, 6, 0, 6],
	[2, 4, 1, 3, 1, 7, 0]
];

describe('pairs', () => {
	it('are Bradley and Terry\u2019s model where nothing ties', () => {
		const games = won.flatMap((row, a) =>
			row.map((times, b): [number, number, number] => [a, b, times])
		);
		const { points } = fit(contest(teams, games), { together: [], flat: true });
		const { problem } = fit(contest(teams, games), { together: [], flat: true }).layout;
		const { x } = points[0].top;
		const { basis, rank } = problem.blocks[0];
		const score = teams.map((_, i) =>
			Array.from({ length: rank }, (_, k) => basis!.values[i * rank + k] * x[k]).reduce(
				(a, b) => a + b,
				0
			)
		);
		const printed = [1.581, 1.436, 1.294, 1.248, 1.108, 0.684, 0];
		score.forEach((one, i) => expect(one - score[6]).toBeCloseTo(printed[i], 3));
	});

	// Rao and Kupper 1967: for two items the model is saturated, and has a closed form.
	it('with ties come to Rao and Kupper\u2019s closed form for two items', () => {
		const [left, right, neither] = [50, 30, 20];
		const evidence = contest(
			['one', 'two'],
			[
				[0, 1, left],
				[1, 0, right]
			]
		);
		evidence.pairs.push(
			...Array.from({ length: neither }, () => ({
				left: 't0',
				right: 't1',
				answer: 'neither' as const,
				judge: ''
			}))
		);
		const { points, layout } = fit(evidence, { together: [], flat: true });
		const { x } = points[0].top;
		const { values } = layout.problem.blocks[0].basis!;
		const [a, b] = [left / 100, right / 100];
		const pi = Math.sqrt(a / (1 - a) / (b / (1 - b)));
		const theta = 1 / Math.sqrt((a / (1 - a)) * (b / (1 - b)));
		expect((values[0] - values[1]) * x[0]).toBeCloseTo(Math.log(pi), 5);
		expect(answerNumbers(layout.problem, x).tie).toBeCloseTo(Math.log(theta), 5);
	});
});

describe('pairs by several judges', () => {
	// Two items and two judges (Crowd Bradley-Terry; Chen et al. 2013 for the idea): with a flat prior each
	// judge's share of answers is logistic(slope x difference), so a judge's log odds are its slope times
	// the other's. A judge who answers by chance has log odds, and so a slope, of 0.
	it('give a judge who answers by chance a slope near 0, and the careful one all the say', () => {
		const answers = (judge: string, first: number, second: number): Evidence['pairs'] => [
			...Array.from({ length: first }, () => ({
				left: 't0',
				right: 't1',
				answer: 'left' as const,
				judge
			})),
			...Array.from({ length: second }, () => ({
				left: 't1',
				right: 't0',
				answer: 'left' as const,
				judge
			}))
		];
		const evidence: Evidence = {
			...contest(['one', 'two'], []),
			pairs: [...answers('careful', 180, 20), ...answers('random', 100, 100)]
		};
		const { draws, layout } = fit(evidence, { together: [], lean: false });
		expect(layout.judges).toEqual(['careful', 'random']);
		const mean = (of: (d: number) => number) =>
			Array.from({ length: draws.count }, (_, d) => of(d)).reduce((a, b) => a + b, 0) / draws.count;
		const slope = (judge: number) => (d: number) => draws.judges[(d * 2 + judge) * 2];
		const difference = (d: number) =>
			effectIn(draws, layout.dials[0], d) - effectIn(draws, layout.dials[0] + 1, d);
		expect(Math.abs(mean(slope(1)))).toBeLessThan(0.12);
		expect(mean(slope(0))).toBeGreaterThan(0.8);
		// Log odds of 180 against 20, as the careful judge's slope times the difference.
		expect(mean((d) => slope(0)(d) * difference(d))).toBeCloseTo(Math.log(9), 0);
	});
});

// Agresti, Categorical Data Analysis: mental impairment of 40 subjects by life events and SES (from memory;
// confirmed by the fit, which comes out as printed).
const impairment = [
	'1,1 1,9 1,4 1,3 0,2 1,0 0,1 1,3 1,3 1,7 0,1 0,2',
	'1,5 0,6 1,3 0,1 1,8 1,2 0,5 1,5 1,9 0,3 1,3 1,1',
	'0,0 1,4 0,3 0,9 1,6 0,4 0,3',
	'1,8 1,2 1,7 0,5 0,4 0,4 1,8 0,8 0,9'
].map((row) => row.split(' ').map((pair) => pair.split(',').map(Number)));

describe('marks', () => {
	it('are McCullagh\u2019s proportional odds', () => {
		const subjects = impairment.flatMap((row, level) => row.map((of) => ({ level, of })));
		const problem = problemOf({
			blocks: [{ scale: 0, feature: 0, coefficient: 0, basis: null, size: 2, rank: 2 }],
			features: 2,
			coefficients: 2,
			scales: 1,
			nodeScale: new Int32Array(0),
			takeScale: -1,
			factorScale: -1,
			slopeScale: Int32Array.of(-1),
			answers: subjects.map(({ level, of }) => ({
				index: [0, 1],
				value: of,
				nodes: [],
				nodeValues: [],
				free: 0,
				when: 0,
				judge: 0,
				pair: 0,
				level,
				count: 1
			})),
			levels: 4,
			free: { cuts: true, tie: false, lean: false, judges: [], drifts: [false] },
			priors: null
		});
		const climber = new Climber(problem);
		const top = climber.climb(Float64Array.of(Infinity), climber.begin());
		const { cuts } = answerNumbers(problem, top.x);
		// P(answer <= j) = logistic(cut_j - score): the printed slopes have the other sign.
		expect(-top.x[0]).toBeCloseTo(1.1112, 3);
		expect(-top.x[1]).toBeCloseTo(-0.3189, 4);
		[-0.2819, 1.2128, 2.2094].forEach((cut, j) => expect(cuts[j]).toBeCloseTo(cut, 3));
		expect(top.likelihood).toBeCloseTo(-49.549, 3);
	});
});
