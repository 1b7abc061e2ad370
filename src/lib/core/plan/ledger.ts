import type { ModelCard, Take } from '$lib/core/schema';
import { cents, takeSeconds } from './price';

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

/**
 * How much slower takes are here than the cards say: by model, the median of measured over stated
 * seconds of the latest takes. A model of which too few were made is left out.
 */
export function measuredPace(
	takes: readonly Take[],
	cards: readonly ModelCard[],
	latest = 24
): Map<string, number> {
	const factors = new Map<string, number>();
	for (const card of cards) {
		const ratios = takes
			.filter(({ settings, seconds }) => settings.model === card.id && seconds !== undefined)
			.slice(-latest)
			.map(({ settings, seconds }) => seconds! / takeSeconds(card, settings))
			.filter(Number.isFinite)
			.sort((a, b) => a - b);
		if (ratios.length >= ENOUGH) factors.set(card.id, ratios[Math.floor(ratios.length / 2)]);
	}
	return factors;
}

/** Cards with their pace corrected by what was measured. */
export const atMeasuredPace = (
	cards: readonly ModelCard[],
	factors: ReadonlyMap<string, number>
): ModelCard[] =>
	cards.map((card) => ({
		...card,
		pace: {
			secondsPerMegapixelStep: card.pace.secondsPerMegapixelStep * (factors.get(card.id) ?? 1)
		}
	}));
