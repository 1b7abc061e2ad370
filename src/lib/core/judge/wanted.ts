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

/**
 * What is fitted together: every two dials of up to three; of more dials, the three that do most in
 * a first fit of each by itself.
 */
export function wantedFor(evidence: Evidence): Wanted {
	if (evidence.dials.length <= ALL_OF) return { together: toldTogether(evidence) };
	if (!toldTogether(evidence).length) return { together: [] };
	const spreads = firstLook(evidence, FIRST_LOOK).map((effects, d) => ({
		d,
		spread: Math.max(...effects) - Math.min(...effects)
	}));
	const most = spreads
		.sort((a, b) => b.spread - a.spread)
		.slice(0, ALL_OF)
		.map(({ d }) => d)
		.sort((a, b) => a - b);
	return { together: toldTogether(evidence, most) };
}
