import type { Evidence, EvidenceDial } from '$lib/core/judge';
import { many } from '$lib/core/wording';

export { listed, many } from '$lib/core/wording';

/** 0.834 as 83%; what is nearly sure stays short of it. */
export const percent = (share: number): string =>
	share >= 0.995 && share < 1
		? 'over 99%'
		: share < 0.005 && share > 0
			? 'under 1%'
			: `${Math.round(share * 100)}%`;

/** How sure something is by draws: never altogether. */
export const sure = (share: number): string =>
	share > 0.99 ? 'over 99%' : share < 0.01 ? 'under 1%' : percent(share);

/** A share between its ends: "47 to 81%". */
export const span = ({ low, high }: { low: number; high: number }): string =>
	`${Math.round(low * 100)} to ${Math.round(high * 100)}%`;

/** A number to so many places, without zeros at its end. */
export const short = (value: number, places = 2): string => String(Number(value.toFixed(places)));

/** A sentence's first letter as a capital. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** A stop of a dial in a sentence: "Alder 2", "guidance 5". */
export const stopSays = ({ label, itself, stops }: EvidenceDial, stop: number): string =>
	itself ? stops[stop].label : `${label.toLowerCase()} ${stops[stop].label}`;

/** A setting in a sentence: "Alder 2, guidance 5, steps 16". */
export const settingSays = ({ dials }: Evidence, stops: readonly number[]): string =>
	dials.length ? stops.map((stop, d) => stopSays(dials[d], stop)).join(', ') : 'the only settings';

/** Credits in a sentence, with money if the artist gave a price. */
export function creditsSay(credits: number, money: Evidence['money']): string {
	const says = many(Number(credits.toFixed(1)), 'credit');
	if (!money) return says;
	const sum = credits * money.perCredit;
	return `${says} (${sum.toFixed(sum < 0.1 ? 3 : 2)} ${money.currency})`;
}

/** How much was judged, and whether blind: "34 blind pairs, 12 marks with the settings in sight". */
export function judgedSays({
	marks,
	blindMarks,
	pairs,
	openPairs = 0
}: {
	marks: number;
	blindMarks: number;
	pairs: number;
	/** Those of the pairs that were judged with the settings in sight. @default 0 */
	openPairs?: number;
}): string {
	const open = marks - blindMarks;
	const parts = [
		pairs > openPairs ? many(pairs - openPairs, 'blind pair') : '',
		openPairs ? `${many(openPairs, 'pair')} with the settings in sight` : '',
		blindMarks ? many(blindMarks, 'blind mark') : '',
		open ? `${many(open, 'mark')} with the settings in sight` : ''
	].filter(Boolean);
	return parts.join(', ') || 'no judgement';
}
