import { describe, expect, it } from 'vitest';
import { logistic, standingOf, type Evidence, type Fit } from '$lib/core/judge';
import { drawn, figureOf } from './drawn';
import { findings } from './index';
import type { Known } from './known';
import { keepersOf, type Keepers } from './questions/keepers';
import { asGoodAs } from './questions/best';
import type { Frontier } from './questions/frontier';
import type { FaultFinding } from './questions/faults';
import type { Round } from './questions/rounds';

// What findings say is held against scores that stand here, draw by draw: every bound is tried on both sides.

const DRAWS = 100;

/** As many draws of one score as are said, then of the next. */
const scores = (...runs: [count: number, score: number][]): number[] =>
	runs.flatMap(([count, score]) => new Array<number>(count).fill(score));
const always = (score: number) => scores([DRAWS, score]);

/** What is known when the score of every setting is given in every draw. */
function byHand(
	rows: readonly (readonly number[])[],
	{ takes, ...more }: Partial<Known> & { takes?: Partial<Evidence['takes'][number]>[] } = {}
): Known {
	const values = Float64Array.from(rows.flat());
	const scores = { count: rows.length, draws: DRAWS, values };
	const evidence: Evidence = {
		format: 'dial-pick/evidence',
		version: 1,
		dials: [
			{
				id: 'model',
				label: 'Model',
				kind: 'choice',
				itself: true,
				logarithmic: false,
				stops: rows.map((_, s) => ({ key: `m${s}`, label: `Model ${s}` }))
			}
		],
		takes: (takes ?? rows.map((_, s) => ({ stops: [s] }))).map((take, i) => ({
			...{ id: `t${i}`, stops: [0], chance: '1', faults: [], measures: {} },
			...take
		})),
		marks: [],
		pairs: [],
		names: { faults: { burnt: 'burnt colours' }, measures: {} }
	};
	const score = (setting: number, draw: number) => values[setting * DRAWS + draw];
	return {
		evidence,
		fit: {} as Fit,
		settings: rows.map((_, s) => ({ stops: [s], takes: [s], judged: true })),
		scores,
		standing: standingOf(scores),
		marks: new Map(),
		carriedBy: [-1],
		judged: true,
		credits: () => undefined,
		seconds: () => undefined,
		score,
		says: (s) => `model ${s}`,
		quality: (s) => figureOf(Float64Array.from({ length: DRAWS }, (_, d) => logistic(score(s, d)))),
		keeps: () => null,
		preferred: () => new Float64Array(0),
		...more
	};
}

/** What one question answers. */
function answerOf<Data>(id: string, known: Known): { says: string; data: Data } | undefined {
	const [item] = findings.find((one) => one.id === id)!.compute(known);
	return item as { says: string; data: Data } | undefined;
}

describe('a cheaper setting', () => {
	const priced = (asGood: number, cost: number) =>
		answerOf<Frontier>(
			'price',
			byHand([always(1), scores([asGood, 1], [DRAWS - asGood, -1])], {
				credits: (s) => [2, cost][s]
			})
		)!;

	it('is said to be as good only where that is 90% likely, and may be where it is even', () => {
		expect(priced(95, 1).says).toBe(
			'Model 1 is as good as the best (95% likely) and is 2 times cheaper.'
		);
		expect(priced(90, 1).says).toMatch(/^Model 1 is as good/);
		expect(priced(89, 1).says).toMatch(/^Model 1 may be as good as the best \(89% likely\)/);
		expect(priced(50, 1).says).toMatch(/may be as good/);
		expect(priced(49, 1).says).toBe('No cheaper settings are known to be as good as the best.');
		expect(priced(49, 1).data.cheaper).toBeNull();
	});

	it('costs a tenth less, or more than that: nobody would miss less', () => {
		expect(priced(95, 1.79).data.cheaper?.setting).toBe(1);
		expect(priced(95, 1.81).data.cheaper).toBeNull();
		expect(priced(95, 2.5).says).toBe('The leading settings are also the cheapest.');
	});

	it('is the cheapest of those that are sure, and the likeliest of the others', () => {
		const known = byHand(
			[always(1), scores([92, 1], [8, -1]), scores([97, 1], [3, -1]), scores([60, 1], [40, -1])],
			{ credits: (s) => [4, 1, 2, 0.5][s], seconds: (s) => [4, 3, 2, 0.5][s] }
		);
		expect(answerOf<Frontier>('price', known)!.data.cheaper).toMatchObject({
			setting: 1,
			times: 4
		});
		expect(answerOf<Frontier>('time', known)!.says).toMatch(/^Model 2 is as good.*2 times faster/);
		expect(answerOf<Frontier>('price', known)!.data.points.map(({ on }) => on)).toEqual([
			...[true, true, true, true]
		]);
	});

	it('is asked for only where prices differ, and of settings that someone judged', () => {
		expect(answerOf('price', byHand([always(1), always(0)], { credits: () => 1 }))).toBeUndefined();
		const none = byHand([always(1), always(0)], { credits: (s) => s + 1, judged: false });
		expect(answerOf('price', none)).toBeUndefined();
	});
});

describe('as good', () => {
	it('is the share of draws in which it is within 0.15 of score', () => {
		const known = byHand([always(1), scores([30, 0.86], [50, 0.84], [20, 0])]);
		expect(asGoodAs(known, 1)).toBeCloseTo(0.3, 9);
		expect(asGoodAs(known, 0)).toBe(1);
	});
});

describe('settings that can be dropped', () => {
	/** Settings, each the best in its number of draws. */
	const best = (...shares: number[]) => {
		let from = 0;
		return byHand(
			shares.map((share) => {
				const row = Array.from({ length: DRAWS }, (_, d) =>
					d >= from && d < from + share ? 3 : 0
				);
				from += share;
				return row;
			}),
			{}
		);
	};
	const dropped = (...shares: number[]) =>
		answerOf<Round>('rounds', best(...shares))
			?.data.dropped.map(({ says }) => says)
			.sort();

	it('are the last ones, together 2% likely to hold the best one at most', () => {
		expect(dropped(50, 30, 18, 2, 0)).toEqual(['model 3', 'model 4']);
		expect(dropped(50, 30, 18, 1, 1)).toEqual(['model 3', 'model 4']);
		expect(dropped(50, 30, 17, 3, 0)).toEqual(['model 4']);
		expect(dropped(50, 30, 16, 2, 2)).toEqual(['model 4']);
		expect(dropped(40, 30, 20, 10)).toBeUndefined();
	});

	it('need four settings, and two that are left', () => {
		expect(dropped(60, 40, 0)).toBeUndefined();
		expect(dropped(60, 40, 0, 0)).toEqual(['model 2', 'model 3']);
		expect(dropped(100, 0, 0, 0)).toBeUndefined();
	});

	it('are counted in the sentence, and the others run on more seeds', () => {
		const { says, data } = answerOf<Round>('rounds', best(50, 40, 10, 0, 0, 0, 0, 0))!;
		expect(says).toBe('5 of 8 settings can\u2019t win any more. 3 settings are left.');
		// Eight settings with a take each: three settings on three seeds cost about as much.
		expect(data.seeds).toBe(3);
	});
});

describe('a keeper', () => {
	const chances = Float64Array.from(scores([10, 0.1], [80, 0.4], [10, 0.8]));
	const known = byHand([always(1), always(0)], { keeps: () => chances, credits: () => 3 });
	const of = keepersOf(known, 0)!;

	it('takes 1 / chance and costs that many times the price, and both ends change places', () => {
		const { mean, low, high } = of.chance;
		expect([mean, low, high].map((v) => Number(v.toFixed(4)))).toEqual([0.41, 0.1, 0.8]);
		expect(of.takes).toEqual({ mean: 1 / mean, low: 1 / high, high: 1 / low });
		expect(of.cost!.mean).toBeCloseTo(3 / 0.41, 9);
		expect([of.cost!.low, of.cost!.high]).toEqual([3 / 0.8, 3 / 0.1]);
	});

	it('is sure after as many takes as leave 5% of all that may be true without one', () => {
		const without = (n: number) => chances.reduce((sum, p) => sum + (1 - p) ** n, 0) / DRAWS;
		expect(without(of.sure)).toBeLessThanOrEqual(0.05);
		expect(without(of.sure - 1)).toBeGreaterThan(0.05);
		expect(of.sureCost).toBe(3 * of.sure);
	});

	it('is counted from marks of its own settings alone', () => {
		const mark = (take: string, kind: 'keep' | 'drop') =>
			[take, [{ take, mark: kind, judge: '', blind: true }]] as const;
		const counted = keepersOf(
			byHand([always(1), always(0)], {
				keeps: () => chances,
				marks: new Map([mark('t0', 'keep'), mark('t1', 'drop')])
			}),
			0
		)!;
		expect(counted.kept).toMatchObject({ count: 1, of: 1 });
		expect(counted.cost).toBeNull();
		const [item] = findings
			.find(({ id }) => id === 'keepers')!
			.compute(byHand([always(1), always(0)], { keeps: () => chances }));
		expect((item.data as Keepers).kept.of).toBe(0);
		expect(item.says).toMatch(/^No take of the best settings has a mark yet\. /);
	});
});

describe('chances on a fresh seed', () => {
	/** The mean of a logistic round a normal, summed finely: what the narrowing stands for. */
	const averaged = (mean: number, variance: number) => {
		let [sum, all] = [0, 0];
		for (let z = -8; z <= 8; z += 0.001) {
			const weight = Math.exp((-z * z) / 2);
			sum += weight * logistic(mean + z * Math.sqrt(variance));
			all += weight;
		}
		return sum / all;
	};
	const [seed, take, slope, cut] = [0.9, 0.7, 1.3, 0.4];
	const fit = {
		draws: {
			count: 1,
			scales: Float64Array.of(seed, take),
			answers: Float64Array.of(-1, cut, 0.3, slope, 0)
		},
		layout: { scales: ['seed', 'take'] }
	} as unknown as Fit;

	it.each([-1.5, 0.4, 1, 2.5])('are averaged over what seeds and takes do: score %s', (score) => {
		const [kept] = drawn(fit).keeps(() => score);
		expect(Math.abs(kept - averaged(score - cut, seed ** 2 + take ** 2))).toBeLessThan(0.012);
		const [preferred] = drawn(fit).preferred(() => score);
		// Two takes on one seed: their own effects differ, the seed's doesn't.
		expect(Math.abs(preferred - averaged(slope * score, 2 * (slope * take) ** 2))).toBeLessThan(
			0.012
		);
	});

	it('differ from those of an average take by more than is allowed for above', () => {
		expect(logistic(2.5 - cut) - averaged(2.5 - cut, seed ** 2 + take ** 2)).toBeGreaterThan(0.03);
		expect(
			averaged(2.5 - cut, take ** 2) - averaged(2.5 - cut, seed ** 2 + take ** 2)
		).toBeGreaterThan(0.02);
	});
});

describe('a fault', () => {
	const seen = (count: number, at: number, of: number) =>
		Array.from({ length: of }, (_, i) => ({
			stops: [at],
			chance: `${i}`,
			faults: i < count ? ['burnt'] : []
		}));
	const told = (takes: Partial<Evidence['takes'][number]>[], marked: (i: number) => boolean) =>
		answerOf<FaultFinding>(
			'faults',
			byHand([always(1), always(0)], {
				takes,
				marks: new Map(
					takes.flatMap((_, i) =>
						marked(i)
							? [
									[
										`t${i}`,
										[{ take: `t${i}`, mark: 'maybe' as const, judge: '', blind: true }]
									] as const
								]
							: []
					)
				)
			})
		);

	it('is counted among takes that someone looked at', () => {
		const takes = [...seen(3, 0, 10), ...seen(0, 1, 10)];
		const { data } = told(takes, (i) => i < 6 || (i >= 10 && i < 14))!;
		// Six marked at the first stop, three of them with the fault; four marked at the second.
		expect(data.stops.map(({ seen: { count, of } }) => [count, of])).toEqual([
			[3, 6],
			[0, 4]
		]);
		expect(told(takes, () => false)!.data.stops[0].seen).toMatchObject({ count: 3, of: 3 });
	});

	it('is hardly chance from six matched takes against none, and may be with five (exact: 2 / 2^n)', () => {
		const matched = (n: number) => told([...seen(n, 0, 12), ...seen(0, 1, 12)], () => true)!;
		expect(matched(6).data.matched).toMatchObject({ onlyFirst: 6, onlySecond: 0, pairs: 12 });
		expect(matched(6).data.matched!.p).toBeCloseTo(2 / 2 ** 6, 12);
		expect(matched(6).says).toMatch(/6 against 0, which is hardly chance/);
		expect(matched(5).says).toMatch(/5 against 0, which may be chance/);
	});

	it('is corrected for all pairs of stops that it was chosen from', () => {
		// Three stops: three pairs. 6 against 0 has p 0.031, three times that is 0.094.
		const three = answerOf<FaultFinding>(
			'faults',
			byHand([always(1), always(0), always(0)], {
				takes: [...seen(6, 0, 12), ...seen(0, 1, 12), ...seen(1, 2, 12)],
				marks: new Map(
					Array.from({ length: 36 }, (_, i) => [
						`t${i}`,
						[{ take: `t${i}`, mark: 'maybe' as const, judge: '', blind: true }]
					])
				)
			})
		)!;
		expect(three.data.matched!.corrected).toBeCloseTo(3 * three.data.matched!.p, 12);
		expect(three.says).toMatch(/6 against 0, which may be chance/);
	});
});
