import { describe, expect, it } from 'vitest';
import { choiceDial, guidanceDial, judgedPlan } from '$lib/core/testing';
import { creditsSay, judgedSays, percent, settingSays, short, span, stopSays, sure } from './words';

/** What the words of findings promise: nothing is said to be surer than it is. */
describe('shares in words', () => {
	it('are whole per cents, and what is nearly sure or nearly never stays short of it', () => {
		expect([0, 0.004, 0.005, 0.834, 0.995, 0.996, 1].map(percent)).toEqual([
			'0%',
			'under 1%',
			'1%',
			'83%',
			'over 99%',
			'over 99%',
			'100%'
		]);
	});

	it('of draws are never altogether sure', () => {
		expect([0, 0.009, 0.01, 0.5, 0.99, 0.991, 1].map(sure)).toEqual([
			'under 1%',
			'under 1%',
			'1%',
			'50%',
			'99%',
			'over 99%',
			'over 99%'
		]);
	});

	it('between ends carry one sign', () => {
		expect(span({ low: 0.468, high: 0.812 })).toBe('47 to 81%');
	});

	it('are short where they are numbers', () => {
		expect([short(1.5), short(2), short(0.126), short(0.126, 1)]).toEqual([
			'1.5',
			'2',
			'0.13',
			'0.1'
		]);
	});
});

describe('settings in words', () => {
	const dials = [choiceDial('model', ['Alder 2', 'Birch']), guidanceDial([3, 5])];

	it('name the dial where its stops are numbers, and the stop alone where it is a thing', () => {
		expect(stopSays({ ...dials[0], itself: true }, 1)).toBe(dials[0].stops[1].label);
		expect(stopSays({ ...dials[1], itself: false }, 1)).toBe('guidance 5');
	});

	it('go dial by dial; without dials there is but one', () => {
		const evidence = judgedPlan({ dials, seeds: 1 });
		expect(settingSays({ ...evidence, dials }, [0, 1])).toBe(
			[stopSays(dials[0], 0), stopSays(dials[1], 1)].join(', ')
		);
		expect(settingSays({ ...evidence, dials: [] }, [])).toBe('the only settings');
	});
});

describe('credits in words', () => {
	it('have no more places than they need', () => {
		expect(creditsSay(1, undefined)).toBe('1 credit');
		expect(creditsSay(2.25, undefined)).toBe('2.3 credits');
		expect(creditsSay(12.44, undefined)).toBe('12.4 credits');
	});

	it('are money where it was said what one costs, small sums to a tenth of a cent', () => {
		const money = { perCredit: 0.02, currency: 'EUR' };
		expect(creditsSay(50, money)).toBe('50 credits (1.00 EUR)');
		expect(creditsSay(1.5, money)).toBe('1.5 credits (0.030 EUR)');
	});
});

describe('judgements in words', () => {
	it('tell blind ones from those with the settings in sight', () => {
		expect(judgedSays({ marks: 12, blindMarks: 0, pairs: 34 })).toBe(
			'34 blind pairs, 12 marks with the settings in sight'
		);
		expect(judgedSays({ marks: 3, blindMarks: 2, pairs: 1 })).toBe(
			'1 blind pair, 2 blind marks, 1 mark with the settings in sight'
		);
		expect(judgedSays({ marks: 0, blindMarks: 0, pairs: 0 })).toBe('no judgement');
	});
});
