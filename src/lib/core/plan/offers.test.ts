import { workOut } from '$lib/core/designs';
import { describe, expect, it } from 'vitest';
import { cards } from '$lib/core/testing';
import { sampleRack } from '$lib/core/testing';
import { combinations, costOf, offersWithin, orderOf, type Offer } from './index';

const rack = sampleRack({
	model: ['alder-2', 'cedar', 'birch'],
	guidance: [2, 6, 10],
	steps: [10, 40],
	seed: [1, 2, 3, 4]
});

/** The price of an offer as it is charged: take by take. */
const charged = ({ worked }: Offer) => orderOf([...combinations(worked.rack, worked)], cards);

describe('what of a plan can be paid', () => {
	const whole = costOf(rack, cards).credits;

	it.each([0.2, 0.35, 0.5, 0.8, 0.99])(
		'with a share of %d of its price costs no more than that, and is what is run',
		(share) => {
			const room = Math.round(whole * share * 100) / 100;
			for (const offer of offersWithin({ rack, design: { kind: 'all' } }, cards, room)) {
				expect(offer.credits).toBeLessThanOrEqual(room);
				const { takes, credits } = charged(offer);
				expect(takes).toHaveLength(offer.takes);
				expect(credits).toBeCloseTo(offer.credits, 2);
				const different = new Set(takes.map((take) => JSON.stringify(take.settings)));
				expect(different.size).toBe(offer.takes);
			}
		}
	);

	it('is whole seeds, as many as there is room for', () => {
		const one = costOf({ ...rack, seed: [1] }, cards).credits;
		const [seeds] = offersWithin({ rack, design: { kind: 'all' } }, cards, one * 2.5);
		expect(seeds).toMatchObject({ kind: 'seeds', count: 2, takes: 36 });
	});

	// Five of 18 settings were offered, and twelve were run: as many as there are effects.
	it('is no fraction that has fewer settings than it has effects to tell apart', () => {
		const narrow = sampleRack({
			model: ['alder-2', 'cedar', 'birch'],
			guidance: [1, 2, 3, 4],
			steps: [10, 20, 30, 40]
		});
		const room = (costOf(narrow, cards).credits * 9) / 80;
		// 1 + 4 + 3 + 3 effects.
		expect(offersWithin({ rack: narrow, design: { kind: 'all' } }, cards, room)).toEqual([]);
	});

	it('of a scatter is a smaller scatter', () => {
		const design = { kind: 'scatter', settings: 40 } as const;
		const whole = workOut(rack, design);
		const room = costOf(whole.rack, cards, 1, whole).credits / 3;
		const offer = offersWithin({ rack, design }, cards, room).find(
			({ kind }) => kind === 'settings'
		)!;
		expect(offer.design.kind).toBe('scatter');
		expect(offer.count).toBeGreaterThan(3);
		expect(charged(offer).credits).toBeLessThanOrEqual(room);
	});

	it('is nothing without room', () => {
		expect(offersWithin({ rack, design: { kind: 'all' } }, cards, 0)).toEqual([]);
	});
});
