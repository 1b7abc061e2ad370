import { completeRack, stopKey, type restRack } from '$lib/core/dials';
import { renumbered } from '$lib/core/formats';
import { chosenFrom, keptChoice } from '$lib/core/plan';
import type { Brief, Pick, Plan, Rack, Spending, Take } from '$lib/core/schema';
import { readStack } from '$lib/core/wording';

/** Dials that came after version 2. */
type Extras = Exclude<keyof ReturnType<typeof restRack>, 'style'>;

/** A brief as version 3 kept it: it did not say which numbers its takes had. */
export type Brief3 = Omit<Brief, 'numbered'>;
/** A plan as version 3 kept it: with its job, and without the settings that it ran. */
export type Plan3 = Omit<Plan, 'chosen' | 'elsewhere'> & {
	job: string | null;
	key: string;
	service?: string;
};

/** A brief as version 2 kept it: without adapters, start pictures, batches and models' own stops. */
export type Brief2 = Omit<Brief3, 'words' | 'rack'> & {
	words: Omit<Brief['words'], 'negatives'>;
	rack: Omit<Rack, Extras>;
};
/** A plan as version 2 kept it. */
export type Plan2 = Omit<Plan3, 'rack'> & { rack: Omit<Plan['rack'], Extras> };

/** A brief as version 1 kept it. */
export type Brief1 = Omit<Brief2, 'words' | 'rack' | 'design'> & {
	rack: Omit<Brief2['rack'], 'style'>;
};
/** A plan as version 1 kept it: with one prompt, one negative prompt and no styles. */
export type Plan1 = Omit<Plan2, 'rack' | 'design' | 'paused' | 'place'> & {
	design: 'all';
	prompt: string;
	negative: string;
	rack: Omit<Plan2['rack'], 'style' | 'wording' | 'negative'>;
};

/** A brief of version 1 as version 2 keeps it: its prompt as phrases. */
export function upgradeBrief1(old: Brief1, newId: () => string): Brief2 {
	return {
		...old,
		words: {
			stack: readStack(old.prompt, newId),
			versions: [],
			sets: [],
			leaveOut: old.negative
		},
		rack: { ...old.rack, style: [[]] },
		design: { kind: 'all' }
	};
}

/** A plan of version 1 as version 2 keeps it: its words as stops. */
export function upgradePlan1({ prompt, negative, ...old }: Plan1): Plan2 {
	return {
		...old,
		design: { kind: 'all' },
		paused: false,
		place: old.createdAt,
		rack: { ...old.rack, style: [[]], wording: [prompt], negative: [negative] }
	};
}

/** A brief of version 2 as version 3 keeps it: its new dials held where they change nothing. */
export const upgradeBrief2 = (old: Brief2): Brief3 => ({
	...old,
	words: { ...old.words, negatives: [null] },
	rack: completeRack(old.rack)
});

/** A plan of version 2 as version 3 keeps it. */
export const upgradePlan2 = (old: Plan2): Plan3 => ({
	...old,
	rack: completeRack(old.rack)
});

/** What version 3 kept of a brief: all that version 4 is made from. */
export interface Whole3 {
	brief: Brief3;
	plans: Plan3[];
	takes: Take[];
	picks: Pick[];
}

/**
 * A brief of version 3 as version 4 keeps it: takes of one number get numbers of their own, plans
 * say which settings they ran, what was spent stands in a ledger, and styles go by their words.
 */
export function upgradeBrief3({ brief, plans, takes, picks }: Whole3): {
	brief: Brief;
	plans: Plan[];
	takes: Take[];
	picks: Pick[];
	spendings: Spending[];
} {
	const numbered = renumbered(takes);
	// Dials that came since are held where they change nothing.
	const ran = plans.map((plan) => ({ ...plan, rack: completeRack(plan.rack) }));
	const own = completeRack(brief.rack);
	const racks = [...ran.map(({ rack }) => rack.style), own.style].flat();
	const styleKeys = new Map(
		racks.map((stop) => [stop.map(({ name }) => name).join(' + '), stopKey(stop)])
	);
	const styleKey = (old: string) => styleKeys.get(old) ?? old;
	return {
		brief: {
			...brief,
			rack: own,
			numbered: numbered.reduce((most, take) => Math.max(most, take.number), 0)
		},
		plans: ran.map(({ job: _job, key: _key, service: _service, ...plan }) => {
			const takes = numbered.filter(({ planId }) => planId === plan.id);
			return {
				...plan,
				chosen: keptChoice(chosenFrom(plan.rack, takes)),
				elsewhere: plan.stopped && takes.length > 0 && takes.every(isFromElsewhere)
			};
		}),
		takes: numbered,
		picks: picks.map((pick) =>
			pick.from.kind === 'stop' && pick.from.dial === 'style'
				? { ...pick, from: { ...pick.from, stop: styleKey(pick.from.stop) } }
				: pick
		),
		spendings: spendingsOf(numbered)
	};
}

/** A run of pictures made elsewhere cost nothing, and came in made. */
const isFromElsewhere = ({ state, credits, seconds, createdAt, madeAt }: Take): boolean =>
	state === 'done' && credits === 0 && seconds === undefined && madeAt === createdAt;

/** What finished takes cost, as entries of a ledger. */
const spendingsOf = (takes: readonly Take[]): Spending[] =>
	takes.flatMap(({ id, briefId, settings, state, credits, madeAt, createdAt }) =>
		state === 'done' && credits
			? [{ id, briefId, model: settings.model, credits, at: madeAt ?? createdAt }]
			: []
	);
