import { planRack } from '$lib/core/dials';
import { giveOwn, planProblems, takeCredits } from '$lib/core/plan';
import type { Brief, ModelCard, PlanRack, Rack } from '$lib/core/schema';

/** Models that are tried when the brief has only one. */
const MODELS = 3;
/** Seeds on which settings are compared. */
const SEEDS = 4;

/** The first of a dial's stops alone. */
const first = <T>(stops: readonly T[]): T[] => stops.slice(0, 1);

/** A rack on enough seeds to compare settings on, each with one picture. */
const matched = (rack: Rack, fresh: readonly number[]): Rack => ({
	...rack,
	seed: [...new Set([...rack.seed, ...fresh])].slice(0, Math.max(SEEDS, rack.seed.length)),
	batch: first(rack.batch)
});

/** What the brief's dials vary, and nothing else. */
export const dialsRack = (brief: Brief, fresh: readonly number[]): PlanRack =>
	planRack({ ...brief, rack: matched(brief.rack, fresh) });

/**
 * Proposes what may vary: whatever the brief's dials vary already, at least three models that can do what
 * it asks for, and guidance and steps across each model's good range.
 *
 * @param fresh seeds for a brief that has fewer than four
 */
export function proposeRack(
	brief: Brief,
	cards: readonly ModelCard[],
	fresh: readonly number[]
): PlanRack {
	let rack = matched(brief.rack, fresh);
	const put = (change: Partial<Rack>) => {
		const next = { ...rack, ...change };
		if (planProblems(planRack({ ...brief, rack: next }), cards).length) return false;
		rack = next;
		return true;
	};
	if (rack.model.length < 2 && !Object.keys(rack.own).length) {
		const others = cards
			.filter(({ id }) => !rack.model.includes(id))
			.sort((a, b) => priceOf(a, rack) - priceOf(b, rack));
		for (const { id } of others)
			if (rack.model.length < MODELS) put({ model: [...rack.model, id] });
	}
	const models = rack.model.flatMap((id) => cards.find((card) => card.id === id) ?? []);
	for (const dial of ['guidance', 'steps'] as const)
		if (rack[dial].length < 2 && !rack.own[dial]) put(giveOwn(rack, dial, models));
	return planRack({ ...brief, rack });
}

const priceOf = (card: ModelCard, { frame, steps }: Rack): number =>
	takeCredits(card, { ...frame[0], steps: steps[0] });

/** What a narrowing begins with, and what of it is said before it begins. */
export const USUAL = {
	/** Pairs, and how many of them a minute sees. */
	pairs: 40,
	aMinute: 6,
	/** Takes of the average price that the credits pay for. */
	takes: 40
} as const;
