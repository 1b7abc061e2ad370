import { chosenAmong } from '$lib/core/designs';
import { dialOf, isOwnStop, stopKey, type DialId, type Made, type Stop } from '$lib/core/dials';
import type { ModelCard, Plan, PlanRack } from '$lib/core/schema';
import type { Chosen } from './combine';
import { planProblems, type PlanProblem } from './problems';
import { cents, takeCredits } from './price';

/** Where a take stands on a dial of a rack; -1 when the rack has no such stop. */
export function placeOn(rack: PlanRack, dial: DialId, made: Made): number {
	const stop = dialOf(dial).read(made);
	if (isOwnStop(stop)) return stop.level - 1;
	const stops: readonly Stop[] = rack[dial];
	return stops.findIndex((one) => stopKey(one) === stopKey(stop));
}

/**
 * The settings that some takes were made with, as rows into the stops of a rack: what a run chose,
 * where nothing but its takes says so. Takes with stops that the rack has not are passed over.
 */
export function chosenFrom(rack: PlanRack, made: readonly Made[]): Chosen {
	const dials = chosenAmong(rack);
	const rows = new Map<string, number[]>();
	for (const one of made) {
		const row = dials.map((dial) => placeOn(rack, dial, one));
		if (!row.includes(-1)) rows.set(row.join(' '), row);
	}
	const all = dials.reduce((product, dial) => product * rack[dial].length, 1);
	return rows.size === all || !rows.size
		? { rows: null, dials: [] }
		: { rows: [...rows.values()], dials };
}

/** What is put into the queue together. */
export interface Order {
	takes: readonly Made[];
	/** Credits by the models' cards, to a hundredth; a model without a card counts nothing. */
	credits: number;
}

/** Credits that a take is expected to cost; undefined when its model is not known. */
export function expectedCredits(
	{ settings }: Made,
	cards: readonly ModelCard[]
): number | undefined {
	const card = cards.find(({ id }) => id === settings.model);
	return card && takeCredits(card, settings);
}

/** Prices takes that are about to be put into the queue. */
export function orderOf(takes: readonly Made[], cards: readonly ModelCard[]): Order {
	const credits = takes.reduce((sum, made) => sum + (expectedCredits(made, cards) ?? 0), 0);
	return { takes, credits: cents(credits) };
}

/** The settings of a plan on other seeds: those that it ran, not what its design would choose now. */
export function onFreshSeeds(
	{ rack, chosen, design }: Plan,
	seeds: readonly number[]
): Pick<Plan, 'rack' | 'chosen' | 'design'> {
	return { rack: { ...rack, seed: [...seeds] }, chosen, design };
}

/** Why a plan cannot be run once more; empty when it can. */
export function againProblems(plan: Plan, cards: readonly ModelCard[]): PlanProblem[] {
	if (plan.elsewhere)
		return [
			{ dial: 'model', says: 'These pictures were made elsewhere: there is nothing to run.' }
		];
	return planProblems(plan.rack, cards, plan.chosen as Chosen);
}
