import { describe, expect, it } from 'vitest';
import { cards } from '$lib/core/standins';
import { sampleRack, sampleTakes } from '$lib/core/testing';
import { affordable, atMeasuredPace, measuredPace, reckon, spentSince } from './ledger';
import { takeSeconds } from './price';

const account = { allowance: 400, dayAllowance: 50, spent: 300, spentToday: 20 };

describe('the ledger', () => {
	it('says what a plan leaves, of the brief and of the day', () => {
		expect(reckon(account, 25)).toEqual({ left: 75, leftToday: 5, over: null, room: 30 });
		expect(reckon({ ...account, dayAllowance: null }, 25)).toMatchObject({
			leftToday: null,
			room: 100
		});
		expect(reckon({ ...account, allowance: null, dayAllowance: null }, 9e9).over).toBeNull();
	});

	it('says which allowance a plan goes over', () => {
		expect(reckon(account, 40).over).toBe('day');
		expect(reckon({ ...account, dayAllowance: 500 }, 140).over).toBe('brief');
		expect(reckon({ ...account, spent: 399.99 }, 0.02).left).toBe(-0.01);
	});

	// Figures of the trade (common practice, no source): 50 credits a day at one a picture.
	it('gives 50 pictures for 50 credits at one each, and four for 72 at 18 each', () => {
		expect(affordable({ settings: 60, seeds: 1, credits: 60 }, 50)).toEqual({
			seeds: 0,
			settings: 50
		});
		expect(affordable({ settings: 1, seeds: 10, credits: 180 }, 72)).toEqual({
			seeds: 4,
			settings: 0
		});
	});

	it('offers whole blocks of seeds, or fewer settings on all seeds', () => {
		const plan = { settings: 12, seeds: 3, credits: 36 };
		expect(affordable(plan, 30)).toEqual({ seeds: 2, settings: 10 });
		expect(affordable(plan, 36)).toEqual({ seeds: 3, settings: 12 });
		expect(affordable(plan, 0)).toEqual({ seeds: 0, settings: 0 });
	});

	it('counts what was spent since an instant', () => {
		const takes = sampleTakes(sampleRack({ seed: [1, 2, 3] })).map((take, i) => ({
			...take,
			credits: 2,
			madeAt: i * 10,
			state: i === 2 ? ('failed' as const) : take.state
		}));
		expect(spentSince(takes, 0)).toBe(4);
		expect(spentSince(takes, 5)).toBe(2);
	});
});

describe('the pace that was measured', () => {
	const [card] = cards;
	const made = (factor: number, count: number) =>
		sampleTakes(sampleRack({ seed: Array.from({ length: count }, (_, i) => i) })).map((take) => ({
			...take,
			seconds: takeSeconds(card, take.settings) * factor
		}));

	it('corrects a card by the median, once there are enough takes', () => {
		expect(measuredPace(made(2, 2), cards).size).toBe(0);
		const takes = made(2, 5);
		takes[0].seconds *= 50;
		const factors = measuredPace(takes, cards);
		expect(factors.get(card.id)).toBeCloseTo(2, 9);
		expect(takeSeconds(atMeasuredPace(cards, factors)[0], takes[1].settings)).toBeCloseTo(
			takes[1].seconds,
			9
		);
	});
});
