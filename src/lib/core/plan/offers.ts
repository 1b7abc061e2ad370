import {
	boundsOf,
	chosenAmong,
	countSettings,
	withSettings,
	workOut,
	type WorkedOut
} from '$lib/core/designs';
import type { Design, ModelCard, PlanRack } from '$lib/core/schema';
import { costOf } from './cost';

/** A part of a plan that can be paid: worked out already, so that what is offered is what is run. */
export interface Offer {
	kind: 'seeds' | 'settings';
	/** So many seeds, or settings, of those that were asked for. */
	count: number;
	design: Design;
	worked: WorkedOut;
	takes: number;
	credits: number;
}

/** How often a fraction is looked for again when it turned out too dear. */
const TRIES = 8;

/**
 * What of a plan can be paid: as many whole seeds as fit, and as many settings on all seeds, chosen
 * anew by a design for so few. Models differ in price, so each offer is worked out and its own price
 * reckoned. Takes up to some seconds: not on the page's thread.
 *
 * @param room credits that may be spent
 */
export function offersWithin(
	{ rack, design }: { rack: PlanRack; design: Design },
	cards: readonly ModelCard[],
	room: number
): Offer[] {
	return [seedsWithin(rack, design, cards, room), settingsWithin(rack, design, cards, room)].filter(
		(offer) => offer !== null
	);
}

function seedsWithin(
	rack: PlanRack,
	design: Design,
	cards: readonly ModelCard[],
	room: number
): Offer | null {
	const worked = workOut(rack, design);
	for (let count = rack.seed.length - 1; count > 0; count--) {
		const fewer = { ...worked, rack: { ...worked.rack, seed: rack.seed.slice(0, count) } };
		const { takes, credits } = costOf(fewer.rack, cards, 1, fewer);
		if (credits <= room) return { kind: 'seeds', count, design, worked: fewer, takes, credits };
	}
	return null;
}

function settingsWithin(
	rack: PlanRack,
	design: Design,
	cards: readonly ModelCard[],
	room: number
): Offer | null {
	const dials = chosenAmong(rack);
	if (!dials.length) return null;
	// As few as a fraction of two or more tells its effects apart with.
	const fewer = (settings: number): Design => {
		const next = withSettings(design, settings);
		return 'pairs' in next ? { ...next, pairs: [] } : next;
	};
	// A comparison needs two settings.
	const least = Math.max(2, boundsOf(rack, fewer(1))?.least ?? 2);
	const all = countSettings(rack, design);
	const asked = workOut(rack, design);
	const whole = costOf(asked.rack, cards, 1, asked).credits;
	let count = Math.min(all - 1, Math.floor((all * room) / Math.max(whole, 0.01)));
	for (let tries = 0; tries < TRIES && count >= least; tries++) {
		const worked = workOut(rack, fewer(count));
		const { takes, credits } = costOf(worked.rack, cards, 1, worked);
		const settings = worked.rows?.length ?? all;
		if (credits <= room)
			return { kind: 'settings', count: settings, design: fewer(count), worked, takes, credits };
		count = Math.min(count - 1, Math.floor((count * room) / credits));
	}
	return null;
}
