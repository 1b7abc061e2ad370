import type { Evidence, EvidenceDial } from '$lib/core/judge';

/** 0.834 as 83%; what is nearly sure stays short of it. */
export const percent = (share: number): string =>
	share > 0.995 && share < 1
		? 'over 99%'
		: share < 0.005 && share > 0
			? 'under 1%'
			: `${Math.round(share * 100)}%`;

/** How sure something is by draws: never altogether. */
export const sure = (share: number): string =>
	share > 0.99 ? 'over 99%' : share < 0.01 ? 'under 1%' : percent(share);

/** A share between its ends: "47% to 81%". */
export const span = ({ low, high }: { low: number; high: number }): string =>
	`${Math.round(low * 100)} to ${Math.round(high * 100)}%`;

/** A number to so many places, without zeros at its end. */
export const short = (value: number, places = 2): string => String(Number(value.toFixed(places)));

/** A count with its word. */
export const many = (count: number, one: string, more = `${one}s`): string =>
	`${count} ${count === 1 ? one : more}`;

/** Parts as a sentence lists them: a, b and c. */
export const listed = (parts: readonly string[]): string =>
	parts.length > 1 ? `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}` : (parts[0] ?? '');

/** A stop of a dial in a sentence: "Alder 2", "guidance 5". */
export const stopSays = ({ label, itself, stops }: EvidenceDial, stop: number): string =>
	itself ? stops[stop].label : `${label.toLowerCase()} ${stops[stop].label}`;

/** A setting in a sentence: "Alder 2, guidance 5, steps 16". */
export const settingSays = ({ dials }: Evidence, stops: readonly number[]): string =>
	dials.length ? stops.map((stop, d) => stopSays(dials[d], stop)).join(', ') : 'the only settings';

/** Credits in a sentence, with money where the artist said what one costs. */
export function creditsSay(credits: number, money: Evidence['money']): string {
	const says = many(Number(credits.toFixed(credits < 10 ? 1 : 0)), 'credit');
	if (!money) return says;
	const sum = credits * money.perCredit;
	return `${says} (${sum.toFixed(sum < 0.1 ? 3 : 2)} ${money.currency})`;
}
