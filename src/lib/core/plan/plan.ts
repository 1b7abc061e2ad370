import {
	ALONE,
	chanceDials,
	dialOf,
	NO_ADAPTER,
	NO_START,
	stopKey,
	type DialId,
	type Draft,
	type Made,
	type OwnDialId,
	type Stop
} from '$lib/core/dials';
import { fitOf } from '$lib/core/frame';
import type { Brief, ModelCard, Plan, PlanRack, Rack } from '$lib/core/schema';
import { negativeStops, UNPROMPTED, wordingStops } from '$lib/core/wording';
import { takeCredits, takeSeconds } from './price';

/** All stops of a brief: those of its rack, and those that its words put on their dials. */
export const planRack = ({ rack, words, negative }: Brief): PlanRack => ({
	...rack,
	wording: wordingStops(words),
	negative: negativeStops(words, negative)
});

/**
 * Dials in the order in which a plan is run, the slowest to change first: one seed goes through
 * all settings before the next begins, so that comparisons are there early.
 */
const runOrder: readonly DialId[] = [
	'seed',
	'batch',
	'frame',
	'model',
	'start',
	'strength',
	'adapter',
	'weight',
	'sampler',
	'schedule',
	'negative',
	'style',
	'wording',
	'guidance',
	'steps'
];

/** Dials as the plan is written, as a multiplication. */
export const rackDials: readonly DialId[] = [
	'model',
	'frame',
	'guidance',
	'steps',
	'sampler',
	'schedule',
	'wording',
	'style',
	'negative',
	'adapter',
	'weight',
	'start',
	'strength',
	'seed',
	'batch'
];

/** Takes of one setting: as many as it has seeds and places in a batch. */
export const countRepeats = (rack: PlanRack): number =>
	chanceDials.reduce((product, dial) => product * rack[dial].length, 1);

/** How many takes all combinations make. Nothing is enumerated. */
export function countTakes(rack: PlanRack): number {
	return rackDials.reduce((product, dial) => product * rack[dial].length, 1);
}

/** The dials with two stops or more, with their number of stops, as they are written. */
export function variedDials(rack: PlanRack): { dial: DialId; count: number }[] {
	return rackDials
		.map((dial) => ({ dial, count: rack[dial].length }))
		.filter(({ count }) => count > 1);
}

/** Which settings are run: rows of indexes into the stops of some dials, or all when there are none. */
export interface Chosen {
	rows: readonly (readonly number[])[] | null;
	dials: readonly DialId[];
}

/** As a plan keeps it. */
export const keptChoice = ({ rows, dials }: Chosen): Plan['chosen'] => ({
	rows: rows?.map((row) => [...row]) ?? null,
	dials: [...dials]
});

const everything: Chosen = { rows: null, dials: [] };

/**
 * The settings of a plan in the order in which they are run: all combinations, or those that a
 * design has chosen, on the first seed, then on the next. Every setting gets the same seeds.
 */
export function* combinations(
	rack: PlanRack,
	{ rows, dials }: Chosen = everything
): Generator<Made> {
	if (rows) {
		for (let seed = 0; seed < rack.seed.length; seed++)
			for (let batch = 0; batch < rack.batch.length; batch++)
				for (const row of rows)
					yield combine(rack, (dial) => {
						if (dial === 'seed') return seed;
						if (dial === 'batch') return batch;
						return dials.includes(dial) ? row[dials.indexOf(dial)] : 0;
					});
		return;
	}
	const total = countTakes(rack);
	const at = new Map<DialId, number>();
	for (let i = 0; i < total; i++) {
		let rest = i;
		for (let d = runOrder.length - 1; d >= 0; d--) {
			const { length } = rack[runOrder[d]];
			at.set(runOrder[d], rest % length);
			rest = Math.floor(rest / length);
		}
		yield combine(rack, (dial) => at.get(dial)!);
	}
}

/** One setting: every dial turned to the stop at an index. */
function combine(rack: PlanRack, indexOf: (dial: DialId) => number): Made {
	let draft: Draft = { settings: {} };
	for (const dial of runOrder) {
		draft = dialOf(dial).write(draft, stopAt(rack, dial, indexOf(dial), draft));
	}
	return draft as Made;
}

/** A stop of a dial by its index: a model's own where models have their own. */
function stopAt(rack: PlanRack, dial: DialId, index: number, { settings }: Draft): Stop {
	const stops: readonly Stop[] = rack[dial];
	if (!ownsStops(rack, dial)) return stops[index];
	const value = ownStops(rack, dial, settings.model!)[index];
	return { level: index + 1, of: stops.length, value };
}

/** Whether the models of a rack are compared by the places of their own stops on a dial. */
export const ownsStops = (rack: Pick<PlanRack, 'own'>, dial: DialId): dial is OwnDialId =>
	(dial === 'guidance' || dial === 'steps') && rack.own[dial] !== undefined;

/** The stops that a model has on a dial: its own, or those that all share. */
export const ownStops = (
	rack: Pick<PlanRack, 'own' | OwnDialId>,
	dial: OwnDialId,
	model: string
): readonly number[] => rack.own[dial]?.[model] ?? rack[dial];

/** What a plan costs. */
export interface PlanCost {
	takes: number;
	credits: number;
	/** Seconds on the given number of render threads. */
	seconds: number;
}

/**
 * Price and time of a plan by its models' cards, without enumerating it: both depend on model,
 * frame and steps alone.
 * @param threads how many takes are made at once
 */
export function costOf(
	rack: PlanRack,
	cards: readonly ModelCard[],
	threads = 2,
	chosen: Chosen = everything
): PlanCost {
	if (chosen.rows) return costOfRows(rack, cards, threads, chosen);
	const takes = countTakes(rack);
	if (takes === 0) return { takes, credits: 0, seconds: 0 };
	const others = takes / (rack.model.length * rack.frame.length * rack.steps.length);
	let credits = 0;
	let seconds = 0;
	for (const id of rack.model) {
		const card = cards.find((c) => c.id === id);
		if (!card) continue;
		for (const frame of rack.frame) {
			for (const steps of ownStops(rack, 'steps', id)) {
				credits += takeCredits(card, { ...frame, steps }) * others;
				seconds += takeSeconds(card, { ...frame, steps }) * others;
			}
		}
	}
	return {
		takes,
		credits: Math.round(credits * 100) / 100,
		seconds: seconds / Math.min(threads, takes)
	};
}

function costOfRows(
	rack: PlanRack,
	cards: readonly ModelCard[],
	threads: number,
	chosen: Chosen
): PlanCost {
	let [takes, credits, seconds] = [0, 0, 0];
	// Every seed, and every picture of a batch, costs the same.
	const one = { ...rack, seed: rack.seed.slice(0, 1), batch: rack.batch.slice(0, 1) };
	for (const { settings } of combinations(one, chosen)) {
		takes++;
		const card = cards.find(({ id }) => id === settings.model);
		if (!card) continue;
		credits += takeCredits(card, settings);
		seconds += takeSeconds(card, settings);
	}
	const repeats = countRepeats(rack);
	return {
		takes: takes * repeats,
		credits: Math.round(credits * repeats * 100) / 100,
		seconds: (seconds * repeats) / Math.max(1, Math.min(threads, takes * repeats))
	};
}

/** How many takes a choice of a rack's settings makes. Nothing is enumerated. */
export const countChosen = (rack: PlanRack, { rows }: Chosen): number =>
	rows ? rows.length * countRepeats(rack) : countTakes(rack);

/** More takes than this in one run are taken for a slip. */
const MOST_TAKES = 100_000;

/** Why a plan cannot be run: a sentence, and the dial where it is to be mended. */
export interface PlanProblem {
	dial: DialId;
	says: string;
	/** What mends it, as a button says, and the stops that it sets; none where words are to be written. */
	mend?: Mend;
}

/** A change of the rack that takes a problem away. */
export interface Mend {
	says: string;
	/** Absent where it is mended under Words. */
	change?: Partial<Rack>;
}

/** Checks a plan against its models' cards. An empty list means that it can be run. */
export function planProblems(
	rack: PlanRack,
	cards: readonly ModelCard[],
	chosen: Chosen = everything,
	maxTakes = MOST_TAKES
): PlanProblem[] {
	const problems: PlanProblem[] = [];
	const say = (dial: PlanProblem['dial'], says: string, mend?: Mend) =>
		problems.push({ dial, says, ...(mend ? { mend } : {}) });
	const others = (id: string) => rack.model.filter((model) => model !== id);
	/** Stops that are left without some, where any are. */
	const left = <K extends keyof Rack>(dial: K, stops: Rack[K] & unknown[]): Partial<Rack> | null =>
		stops.length ? { [dial]: stops } : null;
	const unworded = rack.wording.some((text) => !text.trim());
	for (const dial of rackDials) {
		if (rack[dial].length === 0) say(dial, `${dialOf(dial).label} has no stop: set at least one.`);
	}
	for (const id of rack.model) {
		const card = cards.find((c) => c.id === id);
		if (!card) {
			const change = left('model', others(id));
			say(
				'model',
				`No render service offers the model \u201c${id}\u201d now: take it off.`,
				change ? { says: 'Take it off', change } : undefined
			);
			continue;
		}
		if (unworded && !card.features.includes(UNPROMPTED))
			say('wording', `There is no prompt, and ${card.name} needs one: write one under Words.`, {
				says: 'Write one'
			});
		for (const frame of rack.frame) {
			const fit = fitOf(card, frame);
			if (fit.kind === 'impossible')
				say('frame', `${card.name} cannot make ${frame.width}\u00d7${frame.height}: ${fit.says}.`, {
					says: `Use ${fit.nearest.width}\u00d7${fit.nearest.height}`,
					change: {
						frame: rack.frame
							.map((one) => (one === frame ? fit.nearest : one))
							.filter(
								(one, i, all) =>
									all.findIndex((o) => o.width === one.width && o.height === one.height) === i
							)
					}
				});
		}
		for (const dial of ['guidance', 'steps'] as const) {
			const { min, max } = card[dial];
			const stops = ownStops(rack, dial, id);
			if (stops.length !== rack[dial].length)
				say(
					dial,
					`${card.name} has ${stops.length} stops of its own for ${dial} and the dial has ${rack[dial].length}: give it as many.`,
					{
						says: 'Let all models share the stops',
						change: { own: { ...rack.own, [dial]: undefined } }
					}
				);
			const off = stops.filter((stop) => stop < min || stop > max);
			if (off.length)
				say(
					dial,
					`${card.name} takes ${dial} from ${min} to ${max}: ${off.join(', ')} is outside.`,
					mendOutside(rack, dial, card, cards)
				);
		}
		problems.push(...extraProblems(rack, card, cards));
		for (const [dial, offered] of [
			['sampler', card.samplers],
			['schedule', card.schedules]
		] as const) {
			const off = rack[dial].filter((stop) => !offered.includes(stop));
			if (!off.length) continue;
			const kept = rack[dial].filter((stop) => offered.includes(stop));
			say(dial, `${card.name} does not have ${off.join(', ')}.`, {
				says: kept.length ? `Take ${off.join(', ')} off` : `Use ${offered[0]}`,
				change: { [dial]: kept.length ? kept : [offered[0]] }
			});
		}
	}
	if (rack.weight.length > 1 && rack.adapter.includes(NO_ADAPTER))
		say(
			'weight',
			rack.adapter.length > 1
				? 'Without an adapter every weight is the same picture: take \u201cno adapter\u201d off, a weight of 0 leaves it out.'
				: 'There is no adapter, so its weight changes nothing: choose one, or hold the weight.',
			rack.adapter.length > 1
				? {
						says: 'Take \u201cno adapter\u201d off',
						change: { adapter: rack.adapter.filter((stop) => stop !== NO_ADAPTER) }
					}
				: { says: 'Hold the weight', change: { weight: rack.weight.slice(0, 1) } }
		);
	if (rack.strength.length > 1 && rack.start.includes(NO_START))
		say(
			'strength',
			rack.start.length > 1
				? 'Without a start picture every strength is the same: take \u201cno start picture\u201d off, a strength of 1 ignores it.'
				: 'There is no start picture, so its strength changes nothing: choose one, or hold the strength.',
			rack.start.length > 1
				? {
						says: 'Take \u201cno start picture\u201d off',
						change: { start: rack.start.filter((stop) => stop !== NO_START) }
					}
				: { says: 'Hold the strength', change: { strength: rack.strength.slice(0, 1) } }
		);
	const takes = countChosen(rack, chosen);
	if (takes > maxTakes)
		say(
			'seed',
			`${takes} takes are more than the ${maxTakes} that one run may have: take stops off.`
		);
	return problems;
}

/** A rack with other adapters; without any, their weight is held. */
export const withAdapters = (rack: Pick<Rack, 'weight'>, adapter: string[]): Partial<Rack> =>
	adapter.some((stop) => stop !== NO_ADAPTER)
		? { adapter }
		: { adapter: [NO_ADAPTER], weight: rack.weight.slice(0, 1) };

/** Takes stops off that a model does not take, or brings the last one to where it does. */
function mendOutside(
	rack: PlanRack,
	dial: OwnDialId,
	{ id, [dial]: range }: ModelCard,
	cards: readonly ModelCard[]
): Mend {
	const inside = (stop: number) => stop >= range.min && stop <= range.max;
	if (rack.own[dial]) {
		const own = (rack.own[dial][id] ?? rack[dial]).map((stop) =>
			Math.min(range.max, Math.max(range.min, stop))
		);
		return {
			says: `Bring them within ${range.min} to ${range.max}`,
			change: { own: { ...rack.own, [dial]: { ...rack.own[dial], [id]: own } } }
		};
	}
	const kept = rack[dial].filter(inside);
	if (kept.length) return { says: 'Take it off', change: { [dial]: kept } };
	const models = cards.filter((card) => rack.model.includes(card.id));
	const middle = Math.min(range.to, Math.max(range.from, ...models.map((card) => card[dial].from)));
	return { says: `Use ${middle}`, change: { [dial]: [middle] } };
}

/** What a model cannot do of what adapters, start pictures and batches ask for. */
function extraProblems(
	rack: PlanRack,
	card: ModelCard,
	cards: readonly ModelCard[]
): PlanProblem[] {
	const problems: PlanProblem[] = [];
	const unknown = rack.adapter
		.flatMap((stop) => stop.split(' + '))
		.filter((id) => id !== NO_ADAPTER && !card.adapters.some((adapter) => adapter.id === id));
	if (unknown.length)
		problems.push({
			dial: 'adapter',
			says: `${card.name} does not have ${unknown.map((id) => dialOf('adapter').format(id, cards)).join(', ')}: take it off, or the model.`,
			mend: {
				says: 'Take it off',
				change: withAdapters(
					rack,
					rack.adapter.filter((stop) => !stop.split(' + ').some((id) => unknown.includes(id)))
				)
			}
		});
	if (rack.start.some((id) => id !== NO_START) && !card.features.includes('start'))
		problems.push({
			dial: 'start',
			says: `${card.name} cannot begin from a picture.`,
			mend: {
				says: 'Take the start picture off',
				change: { start: [NO_START], strength: rack.strength.slice(0, 1) }
			}
		});
	if (rack.batch.some((place) => place > 0) && !card.features.includes('batch'))
		problems.push({
			dial: 'batch',
			says: `${card.name} makes pictures one by one: no batches.`,
			mend: { says: 'Make each alone', change: { batch: [ALONE] } }
		});
	return problems;
}

/** A rack that holds every dial where something was made. */
export const rackOfOne = (made: Made): PlanRack => rackOfMany([made]);

/** A rack with every stop that some of these have. */
export function rackOfMany(all: readonly Made[]): PlanRack {
	const rack: Partial<Record<DialId, Stop[]>> = {};
	for (const dial of rackDials) {
		const { read } = dialOf(dial);
		const stops = new Map(all.map((made) => [stopKey(read(made)), read(made)]));
		rack[dial] = [...stops.values()].map((stop) =>
			typeof stop === 'object' && 'level' in stop ? stop.value : stop
		);
	}
	return { ...rack, own: {} } as PlanRack;
}
