import { median } from 'simple-statistics';
import { workOut } from '$lib/core/designs';
import { chanceDials, dialOf, dials, type Made, type Stop } from '$lib/core/dials';
import { comparable, gather, keyOf, type Gathered } from '$lib/core/findings';
import type { Evidence } from '$lib/core/judge';
import { cents, combinations, takeCredits, takeSeconds } from '$lib/core/plan';
import type { ModelCard, Narrowing, Plan, PlanRack, StopRef, Take } from '$lib/core/schema';

/** More settings than this take too long to go through after every answer. */
export const MOST_SETTINGS = 1000;

/** A setting that may be run. */
interface Candidate {
	/** The index of its stop on each dial of the evidence. */
	stops: number[];
	/** What one take of it is expected to cost, and to take. */
	credits: number;
	seconds: number;
	/** Whether it is not run: a stop of it was taken out, or it failed wherever it was tried. */
	out: boolean;
}

/** A take that was ordered: its setting's place among the candidates, and its seed group's. */
export interface Ordered {
	setting: number;
	seed: number;
}

/** All that is needed to choose what comes next. */
export interface Field {
	/** Takes of these settings that are made, whoever ordered them, and what was said of them. */
	evidence: Evidence;
	candidates: Candidate[];
	/** Names of the seed groups on which settings are compared, as evidence has them. */
	seeds: string[];
	/** Takes that are made, being made, or that failed: none of them is ordered again. */
	ordered: Ordered[];
	/** Settings of takes that are still being made. */
	waiting: number[];
	/** Settings of the first round, a balanced fraction. */
	first: number[];
	/** Credits that its takes have cost, or are going to. */
	spent: number;
}

const settingDials = dials.filter(({ id }) => !chanceDials.includes(id));

/** Names a setting by all that was sent to the model, without its seed. */
const madeKey = (made: Made): string => settingDials.map((dial) => keyOf(dial, made)).join('\n');

const seedKey = (made: Made): string => chanceDials.map((id) => keyOf(dialOf(id), made)).join(' ');

/** A setting on another seed. */
export const onSeed = (made: Made, seed: Stop): Made => dialOf('seed').write(made, seed) as Made;

/** By how much takes of each model cost more or less than its card says: the median of those made. */
function priceFactors(takes: readonly Take[]): Map<string, number> {
	const by = new Map<string, number[]>();
	for (const { settings, credits, expected } of takes)
		if (credits !== undefined && expected)
			by.set(settings.model, [...(by.get(settings.model) ?? []), credits / expected]);
	return new Map([...by].map(([model, factors]) => [model, median(factors)]));
}

/** The settings of a rack. They are the same whatever was made of them: work them out once. */
interface Ground {
	/** All of them, on the first seed. */
	settings: Made[];
	/** Places of those of the first round: as few as tell the effects of all dials apart. */
	first: number[];
}

/** Works out the settings of a rack. Takes some tens of milliseconds for hundreds of them. */
export function groundOf(rack: PlanRack): Ground {
	const one = { ...rack, seed: rack.seed.slice(0, 1), batch: rack.batch.slice(0, 1) };
	const settings = [...combinations(one)];
	const place = new Map(settings.map((made, i) => [madeKey(made), i]));
	const worked = workOut(one, { kind: 'fraction', settings: 1, pairs: [] });
	return {
		settings,
		first: [...combinations(one, worked)].map((made) => place.get(madeKey(made))!)
	};
}

/** What a field is put together from. */
export interface FieldSources extends Gathered {
	narrowing: Narrowing;
	ground: Ground;
	plans: readonly Plan[];
}

/** Plans that were ordered by a narrowing, in the order of their rounds. */
export const roundsOf = (plans: readonly Plan[], { begunAt }: Narrowing): Plan[] =>
	plans
		.filter(({ round }) => round?.begunAt === begunAt)
		.sort((a, b) => a.round!.number - b.round!.number);

/**
 * Puts together what narrowing goes by. Takes of the brief that stand on the rack count, whichever way
 * they came about: what was judged by hand is known here, too.
 */
export function fieldOf(of: FieldSources): Field {
	const { narrowing, plans, cards, ground } = of;
	const { rack } = narrowing;
	const { settings: made, first } = ground;
	const place = new Map(made.map((one, i) => [madeKey(one), i]));
	const seeds = rack.seed.map((seed) => seedKey(onSeed(made[0], seed)));
	const done = comparable(of.takes).filter((take) => place.has(madeKey(take)));
	const ids = new Set(done.map(({ id }) => id));
	const evidence = gather({
		...of,
		takes: done,
		also: made,
		marks: of.marks.filter(({ takeId }) => ids.has(takeId)),
		answers: of.answers.filter(({ left, right }) => ids.has(left) && ids.has(right))
	});
	const places = evidence.dials.map(({ stops }) => new Map(stops.map(({ key }, i) => [key, i])));
	const stopsOf = (one: Made) =>
		evidence.dials.map(({ id }, d) => places[d].get(keyOf(dialOf(id as never), one))!);
	const own = new Set(roundsOf(plans, narrowing).map(({ id }) => id));
	const ordered: Ordered[] = [];
	const waiting: number[] = [];
	const fails = new Map<number, { failed: number; made: number }>();
	let spent = 0;
	for (const take of of.takes) {
		if (own.has(take.planId)) spent += take.credits ?? (isOpen(take) ? (take.expected ?? 0) : 0);
		const setting = place.get(madeKey(take));
		if (setting === undefined || take.edits?.length) continue;
		if (take.state === 'cancelled') continue;
		const seed = seeds.indexOf(seedKey(take));
		if (seed >= 0) ordered.push({ setting, seed });
		const known = fails.get(setting) ?? { failed: 0, made: 0 };
		fails.set(setting, known);
		if (take.state === 'failed') known.failed++;
		else if (isOpen(take)) {
			if (own.has(take.planId)) waiting.push(setting);
		} else known.made++;
	}
	const factors = priceFactors(of.takes);
	const outs = outOf(evidence, narrowing.out);
	return {
		evidence,
		candidates: made.map((one, i): Candidate => {
			const stops = stopsOf(one);
			const card = cards.find(({ id }) => id === one.settings.model);
			const known = fails.get(i);
			return {
				stops,
				...priceOf(one, card, factors),
				out:
					!card ||
					stops.some((stop, d) => outs[d].has(stop)) ||
					(!!known && known.failed > 0 && known.made === 0)
			};
		}),
		seeds,
		ordered,
		waiting,
		first,
		spent: cents(spent)
	};
}

const isOpen = ({ state }: Take): boolean => state === 'waiting' || state === 'running';

function priceOf(one: Made, card: ModelCard | undefined, factors: ReadonlyMap<string, number>) {
	if (!card) return { credits: 0, seconds: 0 };
	return {
		credits: cents(takeCredits(card, one.settings) * (factors.get(card.id) ?? 1)),
		seconds: takeSeconds(card, one.settings)
	};
}

/** Stops by their places on the dials of evidence. */
export const outOf = ({ dials }: Evidence, stops: readonly StopRef[]): Set<number>[] =>
	dials.map(
		({ id, stops: all }) =>
			new Set(
				stops.flatMap(({ dial, key }) =>
					dial === id ? [all.findIndex((one) => one.key === key)] : []
				)
			)
	);
