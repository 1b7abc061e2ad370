import { cards } from '$lib/core/testing';
import { describe, expect, it } from 'vitest';
import {
	choicesAmong,
	chooseModels,
	compareModels,
	featureName,
	usualCredits,
	usualSeconds,
	usualTake
} from './index';

const names = (...args: Parameters<typeof chooseModels>) =>
	chooseModels(...args).map(({ name }) => name);

describe('models', () => {
	it('are found by what they are good at, their family, what they can do, and words', () => {
		expect(names(cards, { goodAt: 'ink' })).toEqual(['Birch']);
		expect(names(cards, { family: 'Alder' })).toEqual(['Alder 2']);
		for (const card of chooseModels(cards, { feature: 'unprompted' }))
			expect(card.features).toContain('unprompted');
		expect(names(cards, { text: 'photo' })).toEqual(['Cedar']);
		expect(names(cards, {})).toHaveLength(cards.length);
	});

	it('are found by price and speed, and put in their order', () => {
		const byPrice = chooseModels(cards, {}, 'price').map(usualCredits);
		expect(byPrice).toEqual([...byPrice].sort((a, b) => a - b));
		const bySpeed = chooseModels(cards, {}, 'speed').map(usualSeconds);
		expect(bySpeed).toEqual([...bySpeed].sort((a, b) => a - b));
		const limit = byPrice[1];
		expect(chooseModels(cards, { maxCredits: limit })).toHaveLength(
			byPrice.filter((price) => price <= limit).length
		);
		const [fastest] = bySpeed;
		expect(chooseModels(cards, { maxSeconds: fastest })).toHaveLength(1);
	});

	it('have a usual take within their good range', () => {
		for (const card of cards) {
			const { steps, width, height } = usualTake(card);
			expect(steps).toBeGreaterThanOrEqual(card.steps.from);
			expect(steps).toBeLessThanOrEqual(card.steps.to);
			expect(card.nativeSizes).toContainEqual({ width, height });
		}
	});

	it('stand side by side, with what differs marked', () => {
		const rows = compareModels(cards);
		expect(rows.every(({ values }) => values.length === 3)).toBe(true);
		expect(rows.find(({ about }) => about === 'good at')!.differs).toBe(true);
		expect(compareModels([cards[0], cards[0]]).some(({ differs }) => differs)).toBe(false);
	});

	it('have a name for every feature that a shipped card has', () => {
		for (const feature of choicesAmong(cards).features)
			expect(featureName(feature)).not.toContain(':');
		expect(featureName('reference:look')).toBe('reference for the look');
	});
});
