import type { Wanted } from './compile';
import type { Evidence } from './evidence';
import { firstLook } from './fit';
import { settingsOf } from './settings';

/** Up to so many dials every two are fitted together, where the takes can tell it. */
const ALL_OF = 3;

/** Scale of dials at the first look at which of more do most: where their search begins, too. */
const FIRST_LOOK = 0.6;

/**
 * Which two dials the takes can tell together: every pair of their stops was made, and there are at
 * least as many settings as effects.
 */
export function toldTogether(
	evidence: Evidence,
	among: readonly number[] = evidence.dials.map((_, d) => d)
): [number, number][] {
	const settings = settingsOf(evidence);
	const stops = evidence.dials.map((dial) => dial.stops.length);
	let effects = 1 + stops.reduce((sum, n) => sum + n - 1, 0);
	const told: [number, number][] = [];
	for (const [i, a] of among.entries())
		for (const b of among.slice(i + 1)) {
			const cells = new Set(settings.map((one) => `${one.stops[a]} ${one.stops[b]}`));
			const more = (stops[a] - 1) * (stops[b] - 1);
			if (cells.size < stops[a] * stops[b] || effects + more > settings.length) continue;
			effects += more;
			told.push([a, b]);
		}
	return told;
}

/** The dials that do most in a first fit of each by itself; all of up to three. */
function mostOf(evidence: Evidence): number[] {
	const all = evidence.dials.map((_, d) => d);
	if (all.length <= ALL_OF) return all;
	const spreads = firstLook(evidence, FIRST_LOOK).map(
		(effects) => Math.max(...effects) - Math.min(...effects)
	);
	return all
		.sort((a, b) => spreads[b] - spreads[a])
		.slice(0, ALL_OF)
		.sort((a, b) => a - b);
}

/**
 * What is fitted together: every two dials of up to three; of more dials, the three that do most in
 * a first fit of each by itself.
 */
export function wantedFor(evidence: Evidence): Wanted {
	if (evidence.dials.length > ALL_OF && !toldTogether(evidence).length) return { together: [] };
	return { together: toldTogether(evidence, mostOf(evidence)) };
}

/**
 * What is fitted together while settings are still being made: the same dials, even where their stops
 * were not all seen together. What nobody saw stays as uncertain as it is.
 */
export function wantedAhead(evidence: Evidence): Wanted {
	const most = mostOf(evidence);
	return {
		together: most.flatMap((a, i) => most.slice(i + 1).map((b): [number, number] => [a, b]))
	};
}
