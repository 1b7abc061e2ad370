import type { ModelCard, Take } from '$lib/core/schema';
import { takeSeconds } from './price';

/** What may be spent, what was, and what a plan would cost. Credits; null where nothing was said. */
export interface Account {
	allowance: number | null;
	dayAllowance: number | null;
	spent: number;
	spentToday: number;
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

/** Reckons a plan of some price against an account. */
export function reckon(account: Account, credits: number): Reckoning {
	const { allowance, dayAllowance, spent, spentToday } = account;
	const cents = (value: number) => Math.round(value * 100) / 100;
	const left = allowance === null ? null : cents(allowance - spent - credits);
	const leftToday = dayAllowance === null ? null : cents(dayAllowance - spentToday - credits);
	const [brief, day] = [left ?? Infinity, leftToday ?? Infinity];
	return {
		left,
		leftToday,
		over: Math.min(brief, day) >= 0 ? null : brief <= day ? 'brief' : 'day',
		room: Math.max(0, cents(Math.min(brief, day) + credits))
	};
}

/** What of a plan can be paid: whole blocks of seeds, else fewer settings on every seed. */
export interface Affordable {
	/** So many of its seeds, each through all settings. */
	seeds: number;
	/** So many settings on all of its seeds. */
	settings: number;
}

/**
 * The part of a plan that a room of credits pays for.
 * @param credits price of the whole plan
 */
export function affordable(
	{ settings, seeds, credits }: { settings: number; seeds: number; credits: number },
	room: number
): Affordable {
	if (credits <= room || credits === 0) return { seeds, settings };
	const aTake = credits / (settings * seeds);
	return {
		seeds: Math.floor(room / (aTake * settings) + 1e-9),
		settings: Math.floor(room / (aTake * seeds) + 1e-9)
	};
}

/** Credits that were spent since an instant: what the takes cost that were finished since. */
export const spentSince = (takes: readonly Take[], since: number): number =>
	takes.reduce(
		(sum, { state, credits, madeAt }) =>
			sum + (state === 'done' && (madeAt ?? 0) >= since ? (credits ?? 0) : 0),
		0
	);

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
