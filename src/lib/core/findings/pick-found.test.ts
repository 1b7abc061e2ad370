import { describe, expect, it } from 'vitest';
import { fit, wantedFor, type Evidence } from '$lib/core/judge';
import { choiceDial, guidanceDial, judgedPlan } from '$lib/core/testing';
import { PickFound } from '$lib/core/schema';
import { foundSays, knownFrom, pickFound, speaksAgainst } from './index';

const dials = [choiceDial('model', ['Alder', 'Birch']), guidanceDial([3, 6])];
const known = (evidence: Evidence) => knownFrom(evidence, fit(evidence, wantedFor(evidence)));
/** A plan in which one model is planted to be better by so much. */
const planted = (by: number, seeds = 6) =>
	judgedPlan({ dials, seeds, score: ([model]) => (model === 0 ? by : -by), credits: () => 2 });
const alder = { model: 'Alder', guidance: '3' };
const birch = { model: 'Birch', guidance: '3' };

describe('what is known of settings that are picked', () => {
	const sure = known(planted(2));
	const chosen = pickFound(sure, alder, 'two models')!;
	const other = pickFound(sure, birch, 'two models')!;

	it('is kept in the shape in which a pick is written', () => {
		expect(PickFound.parse(chosen)).toEqual(chosen);
		expect(PickFound.parse(other)).toEqual(other);
	});

	it('has the planted model ahead, and its shares in their bounds and in order', () => {
		expect(chosen.settings).toBe(4);
		expect(chosen.preferred.mean).toBeGreaterThan(other.preferred.mean);
		for (const { chance, preferred, kept, keeps, runnerUp } of [chosen, other]) {
			for (const share of [chance, preferred.mean, kept!.low, keeps!.mean, runnerUp!.asGood]) {
				expect(share).toBeGreaterThanOrEqual(0);
				expect(share).toBeLessThanOrEqual(1);
			}
			expect(preferred.low).toBeLessThanOrEqual(preferred.mean);
			expect(preferred.mean).toBeLessThanOrEqual(preferred.high);
		}
	});

	// Wilson (1927), at 1.645: n of n is above n / (n + z^2), 6 of 6 above 0.689, 0 of 6 below 0.311.
	it('counts what was kept, between the ends of Wilson\u2019s interval', () => {
		expect(chosen.kept).toMatchObject({ count: 6, of: 6 });
		expect(chosen.kept!.low).toBeCloseTo(6 / (6 + 1.645 ** 2), 3);
		expect(other.kept).toMatchObject({ count: 0, of: 6 });
		expect(other.kept!.high).toBeCloseTo(1 - 6 / (6 + 1.645 ** 2), 3);
	});

	it('has the next best beside it, which it beats as often as it is in front', () => {
		// Both guidances of the planted model are alike: neither is beaten surely.
		expect(chosen.runnerUp!.says).toBe('Alder, guidance 6');
		expect(chosen.runnerUp!.beaten).toBeGreaterThan(0.1);
		expect(chosen.runnerUp!.beaten).toBeLessThan(0.9);
		expect(other.runnerUp!.says).toMatch(/^Alder/);
		expect(other.runnerUp!.beaten).toBeLessThan(0.05);
	});

	it('is nothing where the settings were not made, nothing was judged, or there is no other', () => {
		expect(pickFound(sure, { model: 'Cedar', guidance: '3' }, '')).toBeNull();
		const unjudged = { ...planted(2), marks: [] };
		expect(pickFound(known(unjudged), alder, '')).toBeNull();
		const alone = judgedPlan({ dials: [choiceDial('model', ['Alder'])], seeds: 3, score: () => 2 });
		expect(pickFound(known(alone), { model: 'Alder' }, '')).toBeNull();
	});
});

describe('later judgements', () => {
	it('speak against what they surely put behind, by name, and against nothing else', () => {
		const sure = known(planted(2));
		const against = speaksAgainst(sure, birch)!;
		expect(against.best).toMatch(/^Alder/);
		expect(against.asGood).toBeLessThan(0.1);
		expect(speaksAgainst(sure, alder)).toBeNull();
		expect(speaksAgainst(sure, { model: 'Alder', guidance: '6' })).toBeNull();
		expect(speaksAgainst(sure, { model: 'Cedar', guidance: '3' })).toBeNull();
	});

	it('that are too few speak against nothing', () => {
		const few = known(planted(0, 2));
		expect(speaksAgainst(few, birch)).toBeNull();
		expect(speaksAgainst(known({ ...planted(2), marks: [] }), birch)).toBeNull();
	});
});

describe('what is said of a pick', () => {
	const found: PickFound = {
		settings: 18,
		plan: '3 models, 3 guidances',
		settled: true,
		best: true,
		chance: 0.93,
		loss: 0,
		preferred: { mean: 0.7, low: 0.61, high: 0.78 },
		kept: { count: 3, of: 4, low: 0.3, high: 0.95 },
		keeps: { mean: 0.66, low: 0.4, high: 0.85 },
		cost: { mean: 2.44, low: 2, high: 3.21 },
		sure: 3,
		runnerUp: { says: 'Birch, guidance 5', asGood: 0.2, beaten: 0.81 },
		judges: ['', 'Wren'],
		marks: 0,
		blindMarks: 0,
		pairs: 34
	};
	const said = (change: Partial<PickFound> = {}) => new Map(foundSays({ ...found, ...change }));

	it('goes from what was compared to who judged', () => {
		expect(foundSays(found)).toEqual([
			['Compared', '18 settings (3 models, 3 guidances)'],
			['Answer', 'the best settings, decided'],
			['Chance of being the best', '93%'],
			['Preferred to an average take', '70% (61 to 78%)'],
			// Wilson at 90%, by its formula: the stored ends are those of an older pick.
			['Kept', '3 of 4 (36 to 94%)'],
			['Chance of a keeper', '66% (40 to 85%)'],
			['One keeper costs', '2.4 credits (2 to 3.2)'],
			['To be 95% sure of a keeper', '3 takes'],
			['Next best', 'Birch, guidance 5 (this pick is 81% likely to beat it)'],
			['Judged by', 'the artist and Wren: 34 blind pairs'],
			['Intervals', 'hold 90%']
		]);
	});

	it('leaves out what is not known, and calls nothing settled that is not', () => {
		const bare = said({
			settled: false,
			...{ kept: null, keeps: null, cost: null, sure: null, runnerUp: null }
		});
		expect([...bare.keys()]).toEqual([
			'Compared',
			'Answer',
			'Chance of being the best',
			'Preferred to an average take',
			'Judged by',
			'Intervals'
		]);
		expect(bare.get('Answer')).toBe('leading, not decided yet');
		expect(said({ best: false }).get('Answer')).toBe('not the best by these judgements');
		expect(said({ kept: { count: 0, of: 0, low: 0, high: 1 } }).has('Kept')).toBe(false);
	});
});
