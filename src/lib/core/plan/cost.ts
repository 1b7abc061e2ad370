import { countRepeats, pricedDials, runOrder } from '$lib/core/dials';
import type { ModelCard, PlanRack } from '$lib/core/schema';
import { combinations, countTakes, everything, product, type Chosen } from './combine';
import { cents, takeCredits, takeSeconds } from './price';

/** What a plan costs. */
export interface PlanCost {
	takes: number;
	credits: number;
	/** Seconds on the given number of render threads. */
	seconds: number;
}

/**
 * Price and time of a plan by its models' cards, without enumerating it: both depend on a few dials
 * alone.
 * @param threads how many takes are made at once
 */
export function costOf(
	rack: PlanRack,
	cards: readonly ModelCard[],
	threads = 2,
	chosen: Chosen = everything
): PlanCost {
	// Every seed, and every picture of a batch, costs the same.
	const one = { ...rack, seed: rack.seed.slice(0, 1), batch: rack.batch.slice(0, 1) };
	const settings = chosen.rows
		? [...combinations(one, chosen)]
		: countTakes(rack)
			? [
					...product(
						rack,
						runOrder.filter((dial) => pricedDials.includes(dial))
					)
				]
			: [];
	const takes = chosen.rows ? settings.length * countRepeats(rack) : countTakes(rack);
	const each = settings.length ? takes / settings.length : 0;
	let [credits, seconds] = [0, 0];
	for (const { settings: priced } of settings) {
		const card = cards.find(({ id }) => id === priced.model);
		if (!card) continue;
		credits += takeCredits(card, priced) * each;
		seconds += takeSeconds(card, priced) * each;
	}
	return {
		takes,
		credits: cents(credits),
		seconds: seconds / Math.max(1, Math.min(threads, takes))
	};
}
