import {
	countRepeats,
	dialOf,
	preparedDials,
	pricedDials,
	runOrder,
	stopKey,
	type Made
} from '$lib/core/dials';
import type { ModelCard, PlanRack, Take } from '$lib/core/schema';
import { combinations, countTakes, everything, product, type Chosen } from './combine';
import { cents, newWordsSeconds, takeCredits, takeSeconds } from './price';

/** What a plan costs. */
export interface PlanCost {
	takes: number;
	credits: number;
	/** Seconds on the given number of render threads, with what new words take to prepare. */
	seconds: number;
}

/** Seconds on the given number of render threads of takes that wait before others. */
export function waitOf(
	takes: readonly Pick<Take, 'settings'>[],
	cards: readonly ModelCard[],
	threads: number
): number {
	const byId = new Map(cards.map((card) => [card.id, card]));
	const seconds = takes.reduce((sum, { settings }) => {
		const card = byId.get(settings.model);
		return sum + (card ? takeSeconds(card, settings) : 0);
	}, 0);
	return seconds / Math.max(1, Math.min(threads, takes.length));
}

/**
 * Price and time of a plan by its models' cards, without enumerating it: both depend on a few dials
 * alone.
 * @param threads how many takes are made at once
 * @param isPrepared whether takes of the same words and frame were made lately
 */
export function costOf(
	rack: PlanRack,
	cards: readonly ModelCard[],
	threads = 2,
	chosen: Chosen = everything,
	isPrepared: (made: Made) => boolean = () => false
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
	const prepared = preparing(rack, cards, { chosen, settings, isPrepared });
	return {
		takes,
		credits: cents(credits),
		// One take is made by one thread; what it is prepared by, all of them do together.
		seconds: seconds / Math.max(1, Math.min(threads, takes)) + prepared / Math.max(1, threads)
	};
}

/** More groups of words, frames and models than this are not gone through: none counts as prepared. */
const MOST_GROUPS = 2000;

/** Seconds, of all threads together, in which what takes of the same words, frame and model share is prepared. */
function preparing(
	rack: PlanRack,
	cards: readonly ModelCard[],
	{
		chosen,
		settings,
		isPrepared
	}: {
		chosen: Chosen;
		settings: readonly Made[];
		isPrepared: (made: Made) => boolean;
	}
): number {
	if (!settings.length) return 0;
	const byId = new Map(cards.map((card) => [card.id, card]));
	const own = (made: Made) => {
		const card = byId.get(made.settings.model);
		return card && !isPrepared(made) ? newWordsSeconds(card, made.settings) : 0;
	};
	if (chosen.rows) {
		const groups = new Map(
			settings.map((made) => [
				preparedDials.map((dial) => stopKey(dialOf(dial).read(made))).join('\n'),
				made
			])
		);
		return [...groups.values()].reduce((sum, made) => sum + own(made), 0);
	}
	const count = preparedDials.reduce((all, dial) => all * rack[dial].length, 1);
	if (count > MOST_GROUPS)
		return (count * settings.reduce((sum, made) => sum + own(made), 0)) / settings.length;
	let sum = 0;
	for (const made of product(rack, preparedDials)) sum += own(made);
	return sum;
}
