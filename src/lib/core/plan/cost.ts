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
	/** Seconds on the given number of render threads, with what new words take to prepare on each. */
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
	seconds += preparing(rack, cards, threads, { chosen, takes, settings, isPrepared });
	return {
		takes,
		credits: cents(credits),
		seconds: seconds / Math.max(1, Math.min(threads, takes))
	};
}

/** More groups of words and frames than this are not gone through: none of them counts as prepared. */
const MOST_GROUPS = 2000;

/**
 * Seconds, of all threads together, in which what takes of the same words and frame share is prepared:
 * on each thread that comes to make one of them.
 */
function preparing(
	rack: PlanRack,
	cards: readonly ModelCard[],
	threads: number,
	{
		chosen,
		takes,
		settings,
		isPrepared
	}: {
		chosen: Chosen;
		takes: number;
		settings: readonly Made[];
		isPrepared: (made: Made) => boolean;
	}
): number {
	const slowest = Math.max(
		0,
		...cards.filter(({ id }) => rack.model.includes(id)).map(newWordsSeconds)
	);
	if (!slowest || !takes) return 0;
	/** Threads that so many takes are expected to come to. */
	const reached = (own: number) => threads * (1 - (1 - 1 / threads) ** own);
	if (chosen.rows) {
		const groups = new Map<string, { made: Made; own: number }>();
		for (const made of settings) {
			const key = preparedDials.map((dial) => stopKey(dialOf(dial).read(made))).join('\n');
			const own = (groups.get(key)?.own ?? 0) + takes / settings.length;
			groups.set(key, { made, own });
		}
		return [...groups.values()].reduce(
			(sum, { made, own }) => sum + (isPrepared(made) ? 0 : slowest * reached(own)),
			0
		);
	}
	const count = preparedDials.reduce((all, dial) => all * rack[dial].length, 1);
	let fresh = count;
	if (count <= MOST_GROUPS)
		for (const made of product(rack, preparedDials)) if (isPrepared(made)) fresh--;
	return slowest * fresh * reached(takes / count);
}
