import { settingSays } from '$lib/core/findings';
import {
	AS_GOOD,
	chooserOf,
	effectIn,
	fit,
	logistic,
	pairsLeft,
	scoresOf,
	settingKey,
	standingOf,
	wantedAhead,
	type Chooser,
	type Fit,
	type Shown,
	type Standing
} from '$lib/core/judge';
import { many } from '$lib/core/wording';
import { BATCH, beliefsAhead, firstRound, nextRound, type Round } from './choose';
import type { Field, Ordered } from './field';
import { pairFor } from './pair';

/** A stop of a dial: what is known of it so far. */
export interface NarrowedStop {
	key: string;
	label: string;
	/** Its place on the dial's scale; for number dials. */
	at?: number;
	/** Chance that a take with it is preferred to an average one, with its 90% interval. */
	preferred: { mean: number; low: number; high: number };
	/** Chance that the best settings have it. */
	chance: number;
	/** Why no more takes are made with it; null while it is in the running. */
	out: 'answers' | 'hand' | null;
}

/** The settings that lead, and how sure that is. */
interface Leader {
	/** The keys of its stops, by dial. */
	stops: Record<string, string>;
	says: string;
	chance: number;
	/** Score that it is expected to lose against the best of all settings. */
	loss: number;
	credits: number;
	/** Takes of it, by id. */
	takes: string[];
	/** The cheapest settings that are as good, where these cost more; null without any. */
	cheaper: { says: string; credits: number } | null;
}

/** Why it ends. */
type End = 'decided' | 'credits' | 'pairs';

/** Takes to be ordered, with the reason. */
export interface NextRound extends Round {
	why: string;
	/** Whether they are needed now. Before that their price is only said. */
	due: boolean;
}

export interface Narrowed {
	next: Shown | null;
	round: NextRound | null;
	dials: { id: string; label: string; stops: NarrowedStop[] }[];
	/** Null until something was judged. */
	leader: Leader | null;
	/** Settings that nothing rules out, of how many. */
	open: number;
	all: number;
	end: End | null;
	/** Whether no dial made a difference that anyone would notice. */
	even: boolean;
	/** The cheapest settings of all that may be run. */
	cheapest: { says: string; credits: number } | null;
	/** About how many pairs more until it is decided; null when that can't be said. */
	left: number | null;
}

/** What narrowing is asked with. */
export interface NarrowAsked {
	field: Field;
	/** Credits and pairs that may still be used. */
	credits: number;
	pairs: number;
	/** Stops that stay in whatever the answers say: by dial, their places. */
	stay: readonly (readonly number[])[];
	/** Stops that were taken out by hand: by dial, their places. */
	taken: readonly (readonly number[])[];
	/** Pairs that were answered in this sitting, skipped, and that are shown already. */
	before: readonly Pick<Shown, 'left' | 'right'>[];
	skipped: readonly Pick<Shown, 'left' | 'right'>[];
	ahead: readonly Shown[];
}

/** Chance of holding the best settings at which a stop is dropped, at most. */
const CANNOT_WIN = 0.02;
/** Answers before any stop is dropped: a few can't rule anything out. */
const LEAST_ANSWERS = 10;
/** Takes that nobody judged: when there are no more than this, the next round is ordered. */
const AHEAD = 2;
/** Score between the best stop and the worst one of a dial that someone would notice. */
const NOTICED = 0.4;

/** What evidence comes to, whatever pairs lie ready. */
interface Step {
	key: string;
	chooser: Chooser;
	known: Omit<Narrowed, 'next' | 'end'>;
	decided: boolean;
}

/** Chooses what comes next. What evidence comes to is kept until something changes. */
export class Narrower {
	#last: Step | undefined;

	/** What comes next. The same field and answers give the same choice. */
	narrow(asked: NarrowAsked): Narrowed {
		const { field, pairs, before, skipped, ahead } = asked;
		const { chooser, known, decided } = this.#step(asked);
		const next =
			field.evidence.takes.length > 1
				? pairFor(chooser, [...before, ...ahead], skipped, field.waiting.length > 0)
				: null;
		const spent = !known.round && !next && !ahead.length && !field.waiting.length;
		const end = decided ? 'decided' : pairs <= 0 ? 'pairs' : spent ? 'credits' : null;
		return { ...known, next, end };
	}

	#step(asked: NarrowAsked): Step {
		const { field, credits, pairs, stay, taken } = asked;
		const key = JSON.stringify([field, credits, pairs, stay, taken]);
		if (this.#last?.key === key) return this.#last;
		const { evidence, candidates } = field;
		const fitted = fit(evidence, wantedAhead(evidence));
		const chooser = chooserOf(fitted);
		const scores = scoresOf(fitted, candidates);
		const judged = judgedAmong(chooser, field);
		const standing = standingOf(scores, judged);
		const dials = dialsOf(asked, fitted, standing.bestOf);
		const able = (s: number) =>
			candidates[s].stops.every((stop, d) => dials[d].stops[stop].out === null);
		const any = judged.some(Boolean);
		const decided = any && standing.settled;
		const left =
			chooser.scores.count > 1 ? pairsLeft(fitted, chooser.scores, chooser.standing) : null;
		const round =
			decided || pairs <= 0 ? null : roundOf(asked, fitted, Math.min(BATCH, pairs), able);
		this.#last = {
			key,
			chooser,
			decided,
			known: {
				round,
				dials,
				leader: any ? leaderOf(field, standing) : null,
				open: candidates.filter(({ out }, s) => !out && able(s)).length,
				all: candidates.length,
				cheapest: cheapestOf(field),
				even: dials.every(({ stops }) => spreadOf(stops) < NOTICED),
				left: decided ? 0 : left !== null && Number.isFinite(left) ? left : null
			}
		};
		return this.#last;
	}
}

/** By candidate, whether someone judged one of its takes. */
function judgedAmong({ settings }: Chooser, { candidates }: Field): boolean[] {
	const judged = new Set(
		settings.filter((one) => one.judged).map(({ stops }) => settingKey(stops))
	);
	return candidates.map(({ stops }) => judged.has(settingKey(stops)));
}

/** Score between the best and the worst stop of a dial, from the shares they are preferred by. */
const spreadOf = (stops: readonly NarrowedStop[]): number => {
	const scores = stops.map(({ preferred }) => Math.log(preferred.mean / (1 - preferred.mean)));
	return Math.max(...scores) - Math.min(...scores);
};

function dialsOf(
	{ field: { evidence, candidates }, stay, taken }: NarrowAsked,
	{ draws, layout }: Fit,
	bestOf: Int32Array
): Narrowed['dials'] {
	const answers = evidence.marks.length + evidence.pairs.length;
	return evidence.dials.map(({ id, label, stops }, d) => {
		const holds = stops.map(() => 0);
		for (const s of bestOf) holds[candidates[s].stops[d]] += 1 / bestOf.length;
		return {
			id,
			label,
			stops: stops.map(({ key, label: says, at }, stop): NarrowedStop => {
				const values = Float64Array.from({ length: draws.count }, (_, i) =>
					logistic(effectIn(draws, layout.dials[d] + stop, i))
				).sort();
				const point = (share: number) => values[Math.floor(share * values.length)];
				const cannot = answers >= LEAST_ANSWERS && holds[stop] <= CANNOT_WIN;
				return {
					key,
					label: says,
					...(at === undefined ? {} : { at }),
					preferred: {
						mean: values.reduce((a, b) => a + b, 0) / values.length,
						low: point(0.05),
						high: point(0.95)
					},
					chance: holds[stop],
					out: taken[d]?.includes(stop)
						? 'hand'
						: cannot && !stay[d]?.includes(stop)
							? 'answers'
							: null
				};
			})
		};
	});
}

function roundOf(
	{ field, credits }: NarrowAsked,
	fitted: Fit,
	count: number,
	able: (setting: number) => boolean
): NextRound | null {
	const { evidence, waiting } = field;
	const judged = new Set([
		...evidence.marks.map(({ take }) => take),
		...evidence.pairs.flatMap(({ left, right }) => [left, right])
	]);
	const unjudged = evidence.takes.filter(({ id }) => !judged.has(id)).length + waiting.length;
	const first = firstRound(field, credits);
	if (first.takes.length)
		return { ...first, due: true, why: 'Every value at least once, evenly spread, on one seed.' };
	const round = nextRound(beliefsAhead(fitted, field), field, credits, count, able);
	if (!round.takes.length) return null;
	return { ...round, due: unjudged <= AHEAD, why: whyOf(field, round.takes) };
}

/** Why takes were chosen, in a sentence. */
function whyOf({ ordered }: Field, takes: readonly Ordered[]): string {
	const made = new Set(ordered.map(({ setting }) => setting));
	const fresh = new Set(takes.flatMap(({ setting }) => (made.has(setting) ? [] : [setting]))).size;
	const again = new Set(takes.flatMap(({ setting }) => (made.has(setting) ? [setting] : []))).size;
	const parts = [
		fresh ? `${many(fresh, 'new setting')} that may beat the leader` : '',
		again ? `${many(again, 'setting')} near the lead on another seed` : ''
	].filter(Boolean);
	const says = parts.join(', and ');
	return `${says.charAt(0).toUpperCase()}${says.slice(1)}.`;
}

function cheapestOf({ evidence, candidates }: Field): Narrowed['cheapest'] {
	const open = candidates.filter(({ out }) => !out);
	if (!open.length) return null;
	const { stops, credits } = open.reduce((a, b) => (b.credits < a.credits ? b : a));
	return { says: settingSays(evidence, stops), credits };
}

function leaderOf({ evidence, candidates }: Field, { best, chance, loss }: Standing): Leader {
	const { stops, credits } = candidates[best];
	const key = settingKey(stops);
	const cheaper = candidates
		.map((one, s) => ({ ...one, loss: loss[s] }))
		.filter((one) => !one.out && one.loss <= loss[best] + AS_GOOD && one.credits < credits)
		.sort((a, b) => a.credits - b.credits)[0];
	return {
		stops: Object.fromEntries(
			evidence.dials.map(({ id, stops: all }, d) => [id, all[stops[d]].key])
		),
		says: settingSays(evidence, stops),
		chance: chance[best],
		loss: loss[best],
		credits,
		takes: evidence.takes.filter((one) => settingKey(one.stops) === key).map(({ id }) => id),
		cheaper: cheaper
			? { says: settingSays(evidence, cheaper.stops), credits: cheaper.credits }
			: null
	};
}
