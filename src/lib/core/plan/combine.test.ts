import { describe, expect, it } from 'vitest';
import type { PlanRack } from '$lib/core/schema';
import { cards, sampleRack } from '$lib/core/testing';
import {
	combinations,
	costOf,
	countTakes,
	planProblems,
	readStops,
	takeCredits,
	takeSeconds,
	variedDials,
	waitOf
} from './index';

const rack = sampleRack({
	model: ['alder-2', 'birch'],
	guidance: [2, 6, 12],
	steps: [10, 20],
	seed: [1, 2, 3]
});

describe('a plan of all combinations', () => {
	const all = [...combinations(rack)].map(({ settings }) => settings);

	it('has every combination once', () => {
		expect(all).toHaveLength(36);
		expect(countTakes(rack)).toBe(36);
		expect(new Set(all.map((t) => JSON.stringify(t))).size).toBe(36);
	});

	it('gives every setting the same seeds', () => {
		const seedsBySetting = new Map<string, typeof all>();
		for (const take of all) {
			const key = JSON.stringify({ ...take, seed: 0 });
			seedsBySetting.set(key, [...(seedsBySetting.get(key) ?? []), take]);
		}
		for (const takes of seedsBySetting.values()) {
			expect(takes.map(({ seed }) => seed).sort()).toEqual([1, 2, 3]);
		}
	});

	it('takes one seed through all settings before the next', () => {
		expect(all.slice(0, 12).every(({ seed }) => seed === 1)).toBe(true);
	});

	it('names what is varied, as it is written', () => {
		expect(variedDials(rack).map(({ dial, count }) => `${count} ${dial}`)).toEqual([
			'2 model',
			'3 guidance',
			'2 steps',
			'3 seed'
		]);
	});
});

describe('price and time', () => {
	it('is the sum over the takes, without making them', () => {
		const summed = [...combinations(rack)].reduce(
			(sum, { settings: take }) =>
				sum +
				takeCredits(
					cards.find(({ id }) => id === take.model)!,
					take
				),
			0
		);
		expect(costOf(rack, cards).credits).toBeCloseTo(summed, 6);
	});

	it('is nothing for a picture that is only resampled, and all its steps for any other strength', () => {
		const [card] = cards;
		const plain = { width: 1024, height: 1024, steps: 20 };
		const at = (strength: number) => ({ ...plain, start: { strength } });
		expect(takeCredits(card, at(0))).toBe(0);
		expect(takeCredits(card, at(0.1))).toBe(takeCredits(card, plain));
		const from = { ...rack, model: [card.id], start: ['f'.repeat(64)] };
		const cost = (strength: number[]) => costOf({ ...from, strength }, cards).credits;
		expect(cost([0])).toBe(0);
		expect(cost([0, 0.3, 0.6])).toBeCloseTo(2 * cost([0.3]), 6);
		expect(costOf({ ...rack, model: [card.id], strength: [0] }, cards).credits).toBeGreaterThan(0);
	});

	it('takes less time the fewer of its steps a strength asks for', () => {
		const card = { ...cards[0], pace: { secondsPerMegapixelStep: 0.1, secondsPerTake: 0.5 } };
		const plain = { width: 1000, height: 1000, steps: 20 };
		const seconds = (strength: number) => takeSeconds(card, { ...plain, start: { strength } });
		expect([0, 0.02, 0.3, 1].map(seconds)).toEqual([0.5, 0.6, 1.1, 2.5]);
	});

	it('counts and prices a million combinations at once', () => {
		const many = (n: number) => Array.from({ length: n }, (_, i) => i + 1);
		const huge = { ...rack, guidance: many(100), seed: many(5000) };
		expect(costOf(huge, cards).takes).toBe(2 * 100 * 2 * 5000);
	});

	// Figures of the trade (common practice, no source): 18 credits a picture, four pictures: 72;
	// 50 credits a day at one a picture: 50 pictures; one dollar for 29 pictures: 0.034 each.
	it('agrees with the figures of the trade', () => {
		const card = (creditsPerTake: number) => ({
			...cards[0],
			price: { creditsPerTake, creditsPerMegapixelStep: 0 }
		});
		const plan = (takes: number): PlanRack => ({
			...rack,
			model: ['alder-2'],
			guidance: [7],
			steps: [20],
			seed: Array.from({ length: takes }, (_, i) => i)
		});
		expect(costOf(plan(4), [card(18)]).credits).toBe(72);
		expect(costOf(plan(50), [card(1)]).credits).toBe(50);
		expect(costOf(plan(29), [card(0.03)]).credits / 29).toBeCloseTo(1 / 29, 2);
	});

	it('takes as long as its model says: for every take, and for every step of a million pixels', () => {
		const pace = { secondsPerMegapixelStep: 0.1, secondsPerTake: 0.5 };
		const size = { width: 2000, height: 1000, steps: 30 };
		expect(takeSeconds({ ...cards[0], pace }, size)).toBeCloseTo(0.1 * 2 * 30 + 0.5, 12);
		const { secondsPerTake: _none, ...rest } = pace;
		expect(takeSeconds({ ...cards[0], pace: rest }, size)).toBeCloseTo(6, 12);
	});

	it('has what new words and frames take each model to prepare, all threads together, as going through all takes has', () => {
		const slow = cards.map((card, i) => ({
			...card,
			pace: {
				secondsPerMegapixelStep: 0.1,
				secondsPerTake: 0.5,
				secondsOfNewWords: 2 + i,
				secondsPerNewMegapixel: 3
			}
		}));
		const wide = sampleRack({
			model: ['alder-2', 'birch'],
			frame: [
				{ width: 512, height: 512 },
				{ width: 768, height: 512 }
			],
			wording: ['a heron', 'a kite', 'a ferry'],
			guidance: [2, 6],
			seed: [1, 2]
		});
		for (const threads of [1, 2, 3, 8]) {
			const groups = new Map<string, number>();
			let plain = 0;
			for (const { settings: take } of combinations(wide)) {
				const card = slow.find(({ id }) => id === take.model)!;
				plain += takeSeconds(card, take);
				const key = [take.model, take.width, take.prompt].join();
				const { pace } = card;
				const megapixels = (take.width * take.height) / 1e6;
				groups.set(key, pace.secondsOfNewWords + pace.secondsPerNewMegapixel * megapixels);
			}
			// Once for all takes of a group, whichever threads they come to.
			for (const own of groups.values()) plain += own;
			const { takes, seconds } = costOf(wide, slow, threads);
			expect(takes).toBe(48);
			expect(seconds).toBeCloseTo(plain / threads, 9);
			// Three settings that a design has chosen, each its own words, on two seeds.
			const rows = [0, 1, 2].map((wording) => [0, wording, 0]);
			const chosen = { rows, dials: ['model', 'wording', 'frame'] as const };
			const some = costOf(wide, slow, threads, chosen);
			const warm = costOf(
				wide,
				slow,
				threads,
				chosen,
				({ settings }) => settings.prompt === 'a kite'
			);
			expect(some.seconds - warm.seconds).toBeCloseTo((2 + (3 * 512 * 512) / 1e6) / threads, 9);
		}
	});

	it('says how long what waits before takes', () => {
		const takes = [...combinations(rack)];
		const all = takes.reduce(
			(sum, { settings }) =>
				sum +
				takeSeconds(
					cards.find(({ id }) => id === settings.model)!,
					settings
				),
			0
		);
		expect(waitOf(takes, cards, 2)).toBeCloseTo(all / 2, 9);
		expect(waitOf(takes.slice(0, 1), cards, 2)).toBeGreaterThan(0);
		expect(waitOf([], cards, 2)).toBe(0);
	});

	it('halves the time on two threads', () => {
		expect(costOf(rack, cards, 2).seconds).toBeCloseTo(costOf(rack, cards, 1).seconds / 2, 9);
	});
});

describe('planProblems', () => {
	const says = (change: Partial<PlanRack>) =>
		planProblems({ ...rack, ...change }, cards).map(({ dial, says }) => `${dial}: ${says}`);

	it('finds nothing wrong with a sound plan', () => expect(says({})).toEqual([]));
	it('asks for words of a model that needs them', () =>
		expect(says({ wording: ['  '] })[0]).toMatch(/^wording: .*Birch needs one.*Words/));
	it('asks for a stop', () => expect(says({ seed: [] })[0]).toMatch(/^seed: .*at least one/));
	it('names the model that cannot do it', () =>
		expect(says({ guidance: [30] })[0]).toBe(
			'guidance: Alder 2 takes guidance from 1 to 20: 30 is outside.'
		));
	it('names the frame that cannot be made', () =>
		expect(says({ frame: [{ width: 500, height: 512 }] })[0]).toMatch(/500×512.*multiples of 64/));
	it('says when several dials lend more pictures together than a take may have', () => {
		const pictures = (n: number) => Array.from({ length: n }, (_, i) => `${i}`).join(' + ');
		const lent = (look: number, colours: number) =>
			says({ look: ['', pictures(look)], colours: [pictures(colours)] }).filter((one) =>
				one.includes('lend at once')
			);
		expect(lent(5, 3)).toEqual([]);
		expect(lent(6, 3)).toEqual([
			expect.stringMatching(
				/^colours: 9 pictures lend .*6 under “Look from” and 3 under “Colours from”.* no more than 8/
			)
		]);
	});
	it('names a model that is gone', () => expect(says({ model: ['dodo'] })[0]).toMatch(/dodo/));
	it.each([
		['a model that is gone', { model: ['dodo', 'birch'] }],
		['guidance outside', { guidance: [6, 30] }],
		['guidance outside altogether', { guidance: [30] }],
		['a frame of no multiple', { frame: [{ width: 500, height: 512 }] }],
		['a frame too long', { frame: [{ width: 8192, height: 64 }] }],
		['a sampler that is not there', { sampler: ['magic'] }],
		['a schedule beside one that is', { schedule: ['karras', 'magic'] }],
		['an adapter that a model has not', { adapter: ['no-such'], weight: [0.2, 0.8] }],
		['a weight without an adapter', { adapter: [''], weight: [0.2, 0.8] }],
		['a strength without a start picture', { start: [''], strength: [0.2, 0.8] }],
		['no adapter beside one', { adapter: ['', 'moss'], weight: [0.2, 0.8] }],
		['own stops of other numbers', { guidance: [2, 4], own: { guidance: { birch: [6] } } }],
		['own stops outside', { guidance: [2], own: { guidance: { birch: [99] } } }]
	] as [string, Partial<PlanRack>][])(
		'%s stands beside the button that mends it',
		(_name, change) => {
			let broken: PlanRack = { ...rack, ...change };
			expect(planProblems(broken, cards).length).toBeGreaterThan(0);
			for (let presses = 0; presses < 8; presses++) {
				const [problem] = planProblems(broken, cards);
				if (!problem) break;
				expect(problem.mend?.says, problem.says).toBeTruthy();
				broken = { ...broken, ...problem.mend!.change };
			}
			expect(planProblems(broken, cards)).toEqual([]);
		}
	);

	it('does not take on more than one run may have', () => {
		const seed = Array.from({ length: 100 }, (_, i) => i);
		expect(planProblems({ ...rack, seed }, cards, undefined, 1000)[0].says).toMatch(/1200 takes/);
		expect(says({ seed })).toEqual([]);
	});
});

describe('readStops', () => {
	const range = { min: 1, max: 20 };
	it.each([
		['3, 5, 7', [3, 5, 7]],
		['2 to 8 by 2', [2, 4, 6, 8]],
		['7; 3; 3', [3, 7]],
		['1 to 3', [1, 2, 3]],
		['2.5, 1 to 2 by 0.5', [1, 1.5, 2, 2.5]]
	])('reads %s', (text, stops) => expect(readStops(text, range)).toEqual({ stops }));

	it.each([
		['', /at least one/],
		['seven', /“seven” is not a number/],
		['3, 40', /40 is outside 1 to 20/],
		['1 to 20 by 0.01', /too many/],
		['1 to 5 by 0', /series/]
	])('says what is wrong with “%s”', (text, sentence) => {
		const read = readStops(text, range);
		expect('problem' in read && read.problem).toMatch(sentence);
	});

	it('takes whole numbers alone where only those are', () => {
		expect(readStops('2.5', { ...range, whole: true })).toEqual({
			problem: '2.5 is not a whole number.'
		});
	});

	it('take a space between thousands, and refuse one between two numbers', () => {
		const wide = { min: 0, max: 1e6 };
		expect(readStops('1 000, 2 500', wide)).toEqual({ stops: [1000, 2500] });
		for (const text of ['2 3,5', '2 3', '1 0000', '12 34'])
			expect(readStops(text, wide)).toEqual({
				problem: expect.stringMatching(/put a comma/) as string
			});
	});
});
