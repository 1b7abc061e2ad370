import { describe, expect, it } from 'vitest';
import { cards, sampleRack, sampleTakes } from '$lib/core/testing';
import { atMeasuredPace, measuredPace, reckon } from './ledger';
import { takeSeconds } from './price';

const account = {
	allowance: 400,
	dayAllowance: 50,
	spent: 300,
	queued: 0,
	spentToday: 20,
	queuedOverall: 0
};

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

	// Thirteen presses in a row, each within what is left by itself: what waits in the queue counts.
	it('counts what waits in the queue as spent', () => {
		const waiting = { ...account, dayAllowance: null, queued: 90 };
		expect(reckon(waiting, 10)).toMatchObject({ left: 0, over: null });
		expect(reckon(waiting, 10.01)).toMatchObject({ left: -0.01, over: 'brief', room: 10 });
		expect(reckon({ ...account, queuedOverall: 25 }, 6)).toMatchObject({ over: 'day', room: 5 });
	});
});

describe('the pace that was measured', () => {
	const [card] = cards;
	const made = (factor: number, count: number) =>
		sampleTakes(sampleRack({ seed: Array.from({ length: count }, (_, i) => i) })).map((take) => ({
			...take,
			seconds: takeSeconds(card, take.settings) * factor
		}));

	it('knows that the first takes of new words are slower: they prepare them together', () => {
		const slow = { ...card, pace: { ...card.pace, secondsPerTake: 0.5, secondsOfNewWords: 3 } };
		const takes = made(1, 6).map((take, i) => ({
			...take,
			madeAt: i,
			seconds: 2 * (takeSeconds(slow, take.settings) + (i < 2 ? 3 / 2 : 0))
		}));
		expect(measuredPace(takes, [slow], 2).get(slow.id)).toBeCloseTo(2, 9);
		// With the first two alone it is known, too: they are measured as what they are.
		const firsts = measuredPace(
			[
				...takes.slice(0, 2),
				{ ...takes[0], id: 'x', settings: { ...takes[0].settings, prompt: 'other' } }
			],
			[slow],
			2
		);
		expect(firsts.get(slow.id)).toBeCloseTo(2, 9);
	});

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
		// Everything that a card says of its pace is corrected alike.
		const pace = {
			...{ secondsPerMegapixelStep: 1, secondsPerTake: 3 },
			...{ secondsOfNewWords: 5, secondsPerNewMegapixel: 7 }
		};
		expect(atMeasuredPace([{ ...card, pace }], factors)[0].pace).toEqual({
			...{ secondsPerMegapixelStep: 2, secondsPerTake: 6 },
			...{ secondsOfNewWords: 10, secondsPerNewMegapixel: 14 }
		});
	});
});
