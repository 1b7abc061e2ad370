import type { Made } from '$lib/core/dials';
import type { ModelCard, Take } from '$lib/core/schema';
import { median } from 'simple-statistics';
import { cents, newWordsSeconds, takeSeconds } from './price';

/**
 * What may be spent, what was, and what is in the queue and will be. Credits; null where nothing was
 * said.
 */
export interface Account {
	allowance: number | null;
	dayAllowance: number | null;
	/** Spent on the brief. */
	spent: number;
	/** What takes of the brief that are still to be made are going to cost. */
	queued: number;
	/** Spent today, on all briefs. */
	spentToday: number;
	/** What takes of all briefs that are still to be made are going to cost. */
	queuedOverall: number;
}

/** What a plan does to an account. */
export interface Reckoning {
	/** Credits of the brief that are left after it; negative when it goes over. */
	left: number | null;
	leftToday: number | null;
	/** Which allowance it goes over, if any: the one that is missed by more. */
	over: 'brief' | 'day' | null;
	/** Credits that may still be spent; Infinity where nothing was said. */
	room: number;
}

/** Reckons a plan of some price against an account: what waits in the queue counts as spent. */
export function reckon(account: Account, credits: number): Reckoning {
	const { allowance, dayAllowance, spent, queued, spentToday, queuedOverall } = account;
	const left = allowance === null ? null : cents(allowance - spent - queued - credits);
	const leftToday =
		dayAllowance === null ? null : cents(dayAllowance - spentToday - queuedOverall - credits);
	const [brief, day] = [left ?? Infinity, leftToday ?? Infinity];
	return {
		left,
		leftToday,
		over: Math.min(brief, day) >= 0 ? null : brief <= day ? 'brief' : 'day',
		room: Math.max(0, cents(Math.min(brief, day) + credits))
	};
}

/** Takes of one model that must have been made before its card's pace is corrected. */
const ENOUGH = 3;

/** The same model, words, negative words and frame: what is prepared once for all of them. */
const preparedKey = ({ model, prompt, negative, width, height }: Take['settings']): string =>
	[model, width, height, negative, prompt].join('\n');

/** As many takes back, what was prepared is taken to be there still. */
const LATELY = 200;

/** Tells whether what takes of some words and frame need was prepared for one of the latest already. */
export function preparedLately(takes: readonly Take[]): (made: Made) => boolean {
	const keys = new Set(
		takes
			.filter(({ state }) => state === 'done')
			.slice(-LATELY)
			.map(({ settings }) => preparedKey(settings))
	);
	return ({ settings }) => keys.has(preparedKey(settings));
}

/** By their ids, the takes that were the first of their words: as many as prepared them together. */
function firstOfWords(takes: readonly Take[], threads: number): Set<string> {
	const made = new Map<string, number>();
	const first = new Set<string>();
	for (const { id, settings } of [...takes].sort((a, b) => (a.madeAt ?? 0) - (b.madeAt ?? 0))) {
		const key = preparedKey(settings);
		const before = made.get(key) ?? 0;
		if (before < threads) first.add(id);
		made.set(key, before + 1);
	}
	return first;
}

/**
 * How much slower takes are here than the cards say: by model, measured over stated
 * seconds of the latest takes, the median over their words. A model of which too few were made is left out.
 * @param threads how many takes are made at once
 */
export function measuredPace(
	takes: readonly Take[],
	cards: readonly ModelCard[],
	threads = 2,
	latest = 24
): Map<string, number> {
	const factors = new Map<string, number>();
	const timed = takes.filter(({ seconds }) => seconds !== undefined);
	const first = firstOfWords(timed, threads);
	for (const card of cards) {
		const own = timed
			.filter(({ settings }) => settings.model === card.id)
			.slice(-latest)
			.map(({ id, settings, seconds }) => ({
				key: preparedKey(settings),
				measured: seconds!,
				stated:
					takeSeconds(card, settings) +
					(first.has(id) ? newWordsSeconds(card, settings) / threads : 0)
			}))
			.filter(({ stated }) => stated > 0);
		if (own.length < ENOUGH) continue;
		// During one that took ten times as long as the others the machine did something else.
		const usual = median(own.map(({ measured, stated }) => measured / stated));
		// What is prepared falls on any of the takes of the same words: they are taken together.
		const groups = new Map<string, [measured: number, stated: number]>();
		for (const { key, measured, stated } of own) {
			if (measured > 10 * usual * stated) continue;
			const before = groups.get(key) ?? [0, 0];
			groups.set(key, [before[0] + measured, before[1] + stated]);
		}
		factors.set(card.id, median([...groups.values()].map(([sum, said]) => sum / said)));
	}
	return factors;
}

/** Cards with their pace corrected by what was measured. */
export const atMeasuredPace = (
	cards: readonly ModelCard[],
	factors: ReadonlyMap<string, number>
): ModelCard[] =>
	cards.map((card) => {
		const factor = factors.get(card.id) ?? 1;
		const { secondsPerMegapixelStep, secondsPerTake = 0 } = card.pace;
		const { secondsOfNewWords = 0, secondsPerNewMegapixel = 0 } = card.pace;
		return {
			...card,
			pace: {
				secondsPerMegapixelStep: secondsPerMegapixelStep * factor,
				secondsPerTake: secondsPerTake * factor,
				secondsOfNewWords: secondsOfNewWords * factor,
				secondsPerNewMegapixel: secondsPerNewMegapixel * factor
			}
		};
	});
