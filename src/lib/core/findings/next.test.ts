import { mean } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { logistic, type Evidence } from '$lib/core/judge';
import { choiceDial, guidanceDial, judgedPlan } from '$lib/core/testing';
import { findingsOf, type Proposal, type Said } from './index';

const proposals = (evidence: Evidence): Proposal[] =>
	(
		(findingsOf(evidence).said.find(({ id }) => id === 'next')?.items ?? []) as Said<Proposal>[]
	).map(({ data }) => data);
const of = (evidence: Evidence, kind: Proposal['kind']): Proposal | undefined =>
	proposals(evidence).find((one) => one.kind === kind);

const models = choiceDial('model', ['Alder', 'Birch', 'Cedar']);
const wordings = choiceDial('wording', ['at dusk', 'at dawn', 'at noon'], false);

describe('what to run next', () => {
	const AT = [2, 4, 6, 8, 10];
	const PEAK = 7;
	const rolled = (roll: number) =>
		judgedPlan({
			dials: [models, guidanceDial(AT)],
			seeds: 4,
			roll,
			score: ([model, stop]) => (model === 0 ? 1.4 : -0.6) - 0.16 * (AT[stop] - PEAK) ** 2,
			takeEffect: 0.5,
			credits: ([model]) => 1 + model
		});
	const peaked = rolled(5);

	it('is finer stops in most worlds with a top between two stops, whatever the take effects', () => {
		const found = Array.from({ length: 10 }, (_, roll) => of(rolled(roll), 'finer')).filter(
			Boolean
		);
		expect(found.length).toBeGreaterThanOrEqual(8);
	});

	// A planted quadratic response, with its top between two stops.
	it('is finer stops round a top that lies between those that were made, all else as in the best', () => {
		const finer = of(peaked, 'finer')!;
		const turned = finer.stops.find(({ dial }) => dial === 'guidance')!;
		expect(turned.values.length).toBeGreaterThan(0);
		for (const value of turned.values) {
			expect(AT).not.toContain(value);
			expect(Math.abs(value - PEAK)).toBeLessThan(1.6);
		}
		expect(finer.stops.find(({ dial }) => dial === 'model')).toEqual({
			dial: 'model',
			keys: ['Alder'],
			values: []
		});
		// The best of today comes along, so that the new ones are compared on the same seeds.
		expect(finer.settings).toHaveLength(turned.values.length + 1);
		expect(finer.settings.at(-1)!.keys).toEqual(['Alder', expect.any(String)]);
		const top = Number(/^The best value of guidance seems to be near ([\d.]+)/.exec(finer.why)![1]);
		expect(Math.abs(top - PEAK)).toBeLessThan(0.7);
	});

	it('has its takes and its price counted, and its gain as a preference', () => {
		for (const proposal of proposals(peaked)) {
			const { takes, seeds, settings, credits, gain, preferred, says } = proposal;
			expect(takes).toBe(seeds * settings.length);
			// Every setting of these is on Alder, at one credit; new ones cost what the nearest did.
			if (settings.every(({ keys }) => keys[0] === 'Alder')) expect(credits).toBe(takes);
			expect(gain).toBeGreaterThan(0.02);
			expect(preferred).toBe(logistic(gain));
			expect(says).toMatch(new RegExp(`^${takes} takes: .* on 4 fresh seeds\\.$`));
		}
		expect(proposals(peaked).length).toBeGreaterThan(0);
	});

	it('is a combination that was not made, where its parts are the best', () => {
		const lacking = judgedPlan({
			dials: [models, wordings],
			seeds: 5,
			score: ([model, wording]) => 1.1 * (model - 1) + 1.1 * (wording - 1) - 0.6,
			without: ([model, wording]) => model === 2 && wording === 2,
			takeEffect: 0.4,
			credits: ([model]) => 1 + model
		});
		const { settings, credits, takes, stops, why } = of(lacking, 'unseen')!;
		expect(settings).toEqual([{ keys: ['Cedar', 'at noon'], values: [null, null] }]);
		expect(stops.map(({ keys }) => keys)).toEqual([['Cedar'], ['at noon']]);
		// Prices go by the model alone, so a take of Cedar costs 3 at noon, too.
		expect(credits).toBe(3 * takes);
		expect(why).toMatch(
			/^Nobody has made this yet\. It has a (over )?\d+% chance to beat today\u2019s best\.$/
		);
	});

	it('is not a combination whose parts are bad', () => {
		const lacking = judgedPlan({
			dials: [models, wordings],
			seeds: 6,
			score: ([model, wording]) => 1.6 * (1 - model) + 1.6 * (1 - wording),
			without: ([model, wording]) => model === 2 && wording === 2
		});
		expect(of(lacking, 'unseen')).toBeUndefined();
	});

	it('is the few that are close on fresh seeds, and not those that are far behind', () => {
		const close = judgedPlan({
			dials: [choiceDial('model', ['Alder', 'Birch', 'Cedar', 'Dogwood'])],
			seeds: 3,
			score: ([model]) => [0.9, 0.9, -2, -2][model],
			takeEffect: 0.9
		});
		const { settings, credits } = of(close, 'seeds')!;
		expect(settings.map(({ keys }) => keys[0]).sort()).toEqual(['Alder', 'Birch']);
		// Nothing is known of what takes cost here.
		expect(credits).toBeNull();
	});

	it('gains less on average, the more is known of two that are alike', () => {
		const gains = (seeds: number) =>
			mean(
				Array.from({ length: 8 }, (_, roll) => {
					const alike = judgedPlan({
						dials: [models],
						seeds,
						score: ([model]) => [0.9, 0.9, -1][model],
						takeEffect: 0.8,
						roll
					});
					return of(alike, 'seeds')?.gain ?? 0;
				})
			);
		const [little, more, much] = [3, 12, 60].map(gains);
		expect(little).toBeGreaterThan(more);
		expect(more).toBeGreaterThan(much);
	});

	it('is nothing where there is nothing to choose, or nothing was judged', () => {
		const one = judgedPlan({ dials: [choiceDial('model', ['Alder'])], seeds: 6 });
		expect(proposals(one)).toEqual([]);
		expect(proposals({ ...peaked, marks: [] })).toEqual([]);
	});

	it('is the same whenever it is asked', () => {
		expect(proposals(peaked)).toEqual(proposals(peaked));
	});
});
