import { chanceDials, isDialId } from '$lib/core/dials';
import type { Take } from '$lib/core/schema';
import {
	axisOf,
	dialOn,
	isFigures,
	stopsAmong,
	variedAmong,
	type AxisId,
	type Known
} from '$lib/core/sheet';
import { listed, many } from '$lib/core/wording';
import { wayLabel } from './line';

/** So many varied dials are named; of more it is said how many others there were. */
const MOST_NAMED = 3;

/** Names that are longer than this, in signs, are counted. */
const SHORT = 16;

/** What a dial was varied over: figures by their ends, two things by their names, more by their number. */
function variedSays(takes: readonly Take[], axis: AxisId, known: Known): string {
	const stops = stopsAmong(takes, axis);
	const { label, format } = axisOf(axis);
	const said = stops.map(({ stop }) => format(stop, known));
	if (isFigures(axis))
		return `${label.toLowerCase()} ${stops.length > 2 ? `${said[0]} to ${said.at(-1)}` : listed(said)}`;
	if (stops.length === 2 && said.every((one) => one && one.length <= SHORT)) return listed(said);
	return many(stops.length, label.toLowerCase(), dialOn(axis)?.many);
}

/**
 * What a run is called: what it was made from, and what it varied.
 *
 * @param takes all of the run
 * @param elsewhere whether they were made elsewhere
 */
export function runSays(takes: readonly Take[], elsewhere: boolean, known: Known): string {
	const [first] = takes;
	if (!first) return 'no takes';
	const from = first.line?.[0];
	if (elsewhere && !from) return `${many(takes.length, 'picture')} brought in`;
	const meant = variedAmong(takes).filter((axis) => !isDialId(axis) || !chanceDials.includes(axis));
	const named = meant.slice(0, MOST_NAMED).map((axis) => variedSays(takes, axis, known));
	if (meant.length > MOST_NAMED) named.push(`${meant.length - MOST_NAMED} more`);
	if (from) named.unshift(`${wayLabel(from.as)}, take ${from.number}`);
	if (named.length) return named.join(', ');
	const seeds = stopsAmong(takes, 'seed').length;
	return seeds > 1 ? many(seeds, 'seed') : many(takes.length, 'take');
}
