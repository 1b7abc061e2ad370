import type { EvidenceDial } from '$lib/core/judge';
import { defineFinding } from '../finding';
import type { Known } from '../known';
import { mcnemarExact, wilson, Z90, type Rate } from '../statistics';
import { capital, percent, span, stopSays } from '../words';

/** How often a fault was seen by the stops of a dial. */
export interface FaultFinding {
	fault: string;
	dial: string;
	stops: { key: string; seen: Rate }[];
	/** The two stops that differ most, over takes matched in all else. */
	matched: {
		first: number;
		second: number;
		onlyFirst: number;
		onlySecond: number;
		pairs: number;
		/** Of McNemar's exact test, and the same corrected for all the stops and faults it was chosen from. */
		p: number;
		corrected: number;
	} | null;
}

/** Faults shown at most, the most frequent first. */
const MOST = 6;
/** Chance of a false claim over all faults, at most. */
const FALSE_CLAIM = 0.05;

/** Takes that were looked at: those with a mark or a fault. */
const looked = ({ evidence, marks }: Known) =>
	evidence.takes.filter(({ id, faults }) => marks.has(id) || faults.length > 0);

export const faultsBySetting = defineFinding<'faults', FaultFinding>({
	id: 'faults',
	question: 'Which faults where?',
	method:
		'Counts takes with the fault among those that were looked at (marked, or with a fault noted), along the dial where it differs most, with Wilson\u2019s 90% interval. Two stops are compared over takes that match in everything else by McNemar\u2019s exact test. As they are chosen for differing most, the test is corrected for all pairs of stops and faults (Bonferroni).',
	source: 'Wilson 1927; McNemar 1947; Bonferroni 1936',
	place: 'more',
	compute: (known) => {
		const takes = looked(known);
		const ids = [...new Set(takes.flatMap(({ faults }) => faults))];
		// Pairs of stops and faults among which those that differ most are chosen.
		const tried =
			Math.min(ids.length, MOST) *
			known.evidence.dials.reduce((sum, { stops: { length: n } }) => sum + (n * (n - 1)) / 2, 0);
		return ids
			.map((fault) => ({ fault, all: takes.filter(({ faults }) => faults.includes(fault)).length }))
			.sort((a, b) => b.all - a.all)
			.slice(0, MOST)
			.flatMap(({ fault, all }) => {
				const along = known.evidence.dials
					.map((dial, d) => ({ dial, d, stops: ratesOf(takes, fault, dial, d) }))
					.map((one) => ({ ...one, apart: apart(one.stops) }))
					.sort((a, b) => b.apart - a.apart)[0];
				if (!along) return [];
				return [told(known, takes, fault, all, along, tried)];
			});
	}
});

type Takes = Known['evidence']['takes'];

const ratesOf = (takes: Takes, fault: string, dial: EvidenceDial, d: number) =>
	dial.stops.map(({ key }, s) => {
		const here = takes.filter(({ stops }) => stops[d] === s);
		return {
			key,
			seen: wilson(here.filter(({ faults }) => faults.includes(fault)).length, here.length, Z90)
		};
	});

/** By how much rates differ beside what chance does. */
function apart(stops: readonly { seen: Rate }[]): number {
	const known = stops.filter(({ seen }) => seen.of > 0).map(({ seen }) => seen);
	if (known.length < 2) return -1;
	const [most, least] = [
		known.reduce((a, b) => (b.rate > a.rate ? b : a)),
		known.reduce((a, b) => (b.rate < a.rate ? b : a))
	];
	return (most.rate - least.rate) / (most.high - most.low + least.high - least.low);
}

function told(
	{ evidence }: Known,
	takes: Takes,
	fault: string,
	all: number,
	{ dial, d, stops }: { dial: EvidenceDial; d: number; stops: FaultFinding['stops'] },
	tried: number
) {
	const name = evidence.names.faults[fault] ?? fault;
	const order = stops
		.map((_, s) => s)
		.filter((s) => stops[s].seen.of)
		.sort((a, b) => stops[b].seen.rate - stops[a].seen.rate);
	const [first, second] = [order[0], order.at(-1)!];
	const matched = first === second ? null : matchedAt(takes, fault, d, first, second, tried);
	const rate = (s: number) =>
		`${stops[s].seen.count} of ${stops[s].seen.of} (${span(stops[s].seen)})`;
	const even = first === second || stops[first].seen.rate === stops[second].seen.rate;
	const test = !matched
		? 'No takes match in everything else, so this may be chance.'
		: matched.corrected < FALSE_CLAIM
			? `On matched takes it is ${matched.onlyFirst} against ${matched.onlySecond}, which is hardly chance (p ${matched.corrected.toFixed(3)}).`
			: `On matched takes it is ${matched.onlyFirst} against ${matched.onlySecond}, which may be chance.`;
	const says = even
		? `Seen in ${all} of ${takes.length} takes, at every stop alike.`
		: `Seen most with ${stopSays(dial, first)}, in ${rate(first)}. Seen least with ${stopSays(dial, second)}, in ${rate(second)}. ${test}`;
	return {
		id: fault,
		about: capital(name),
		says,
		data: { fault, dial: dial.id, stops, matched },
		drawing: {
			kind: 'rates' as const,
			unit: `takes with ${name}`,
			rows: stops.map(({ seen }, s) => ({
				label: dial.stops[s].label,
				middle: seen.rate,
				low: seen.low,
				high: seen.high,
				leads: false,
				count: seen.count,
				of: seen.of
			}))
		},
		table: {
			columns: [dial.label, 'Seen', 'Looked at', 'Rate', 'From', 'To'],
			rows: stops.map(({ seen }, s) => [
				dial.stops[s].label,
				seen.count,
				seen.of,
				seen.of ? percent(seen.rate) : '',
				percent(seen.low),
				percent(seen.high)
			])
		}
	};
}

function matchedAt(
	takes: Takes,
	fault: string,
	d: number,
	first: number,
	second: number,
	tried: number
): FaultFinding['matched'] {
	const blocks = new Map<string, { first?: boolean; second?: boolean }>();
	for (const { stops, chance, faults } of takes) {
		if (stops[d] !== first && stops[d] !== second) continue;
		const key = `${chance}|${stops.filter((_, i) => i !== d).join(' ')}`;
		const block = blocks.get(key) ?? {};
		block[stops[d] === first ? 'first' : 'second'] ??= faults.includes(fault);
		blocks.set(key, block);
	}
	const whole = [...blocks.values()].filter(
		(one) => one.first !== undefined && one.second !== undefined
	);
	if (!whole.length) return null;
	const onlyFirst = whole.filter((one) => one.first && !one.second).length;
	const onlySecond = whole.filter((one) => one.second && !one.first).length;
	const p = mcnemarExact(onlyFirst, onlySecond);
	const corrected = Math.min(1, p * tried);
	return { first, second, onlyFirst, onlySecond, pairs: whole.length, p, corrected };
}
