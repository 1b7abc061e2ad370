import { AS_GOOD, curveOf, effectIn, SETTLED } from '$lib/core/judge';
import { normals } from '$lib/core/random';
import { figureOf, shareOf, type Figure } from '../drawn';
import { defineFinding, type Drawing, type Interval } from '../finding';
import type { Known } from '../known';
import { carriedStops } from '../moved';
import { chiSquaredAbove, friedman } from '../statistics';
import { capital, listed, percent, short, stopSays, sure } from '../words';

/** What turning a dial does. */
export interface DialFinding {
	dial: string;
	/** Dials that always moved with it: takes can't tell them apart. */
	with: string[];
	/** One stop leads for sure, hardly anything changes, or it is open. */
	verdict: 'leads' | 'little' | 'open';
	stops: { key: string; preferred: Figure; score: Figure; chance: number }[];
	/** Score that the best stop loses on average. */
	loss: number;
	/** Where a number dial's curve peaks, on its own scale; null if it doesn't between its ends. */
	peak: Figure | null;
	/** Friedman's test on marks of takes that are matched in all else; null if none are. */
	friedman: { chiSquared: number; freedom: number; p: number; blocks: number } | null;
}

/** All stops together differ by less than this: nobody would turn the dial for it. */
const LITTLE = 0.5;
/** How sure that must be. */
const SURE_OF_LITTLE = 0.9;
/** Chance of a false lead on any dial, at most. */
const FALSE_LEAD = 0.04;
/** How sure a peak between the ends must be. */
const SURE_OF_PEAK = 0.95;
/** Places of a curve, and draws that it is worked out from. */
const PLACES = 33;
const CURVES = 400;

export const dialFindings = defineFinding<'dials', DialFinding>({
	id: 'dials',
	question: 'What does each dial do?',
	method:
		'The chance that a take with this stop is preferred to an average one, all else equal, with a 90% interval. With few judgements the effects are drawn towards none. Neighbouring stops of a number dial inform each other, and the curve is the same model between its stops.',
	source: 'Rasmussen and Williams 2006, eqs 2.23 to 2.31; Friedman 1937',
	place: 'dials',
	compute: (known) =>
		known.judged
			? known.evidence.dials.flatMap((dial, d) =>
					dial.stops.length > 1 && known.carriedBy[d] < 0 ? [aboutDial(known, d)] : []
				)
			: []
});

function aboutDial(known: Known, d: number) {
	const { evidence, fit, preferred, carriedBy } = known;
	const { draws, layout } = fit;
	const dial = evidence.dials[d];
	const carried = evidence.dials.flatMap((_, i) =>
		carriedBy[i] === d ? [{ i, at: carriedStops(evidence, d, i) }] : []
	);
	const n = dial.stops.length;
	const effects = dial.stops.map((_, s) =>
		Float64Array.from({ length: draws.count }, (_, draw) =>
			carried.reduce(
				(sum, { i, at }) => sum + (at[s] < 0 ? 0 : effectIn(draws, layout.dials[i] + at[s], draw)),
				effectIn(draws, layout.dials[d] + s, draw)
			)
		)
	);
	const score = (stop: number) => (draw: number) => effects[stop][draw];
	const chance = new Array<number>(n).fill(0);
	let [little, lost] = [0, 0];
	const means = effects.map((row) => row.reduce((a, b) => a + b, 0) / draws.count);
	const order = means.map((_, s) => s).sort((a, b) => means[b] - means[a]);
	const [first, last] = [order[0], order.at(-1)!];
	for (let i = 0; i < draws.count; i++) {
		let [top, low, at] = [-Infinity, Infinity, 0];
		for (let s = 0; s < n; s++) {
			const u = effects[s][i];
			if (u > top) [top, at] = [u, s];
			if (u < low) low = u;
		}
		chance[at] += 1 / draws.count;
		lost += (top - effects[first][i]) / draws.count;
		if (top - low < LITTLE) little += 1 / draws.count;
	}
	const stops = dial.stops.map(({ key }, s) => ({
		key,
		preferred: figureOf(preferred(score(s))),
		score: figureOf(effects[s]),
		chance: chance[s]
	}));
	const better = (a: number, b: number, by = 0) =>
		shareOf(draws.count, (i) => effects[a][i] - effects[b][i] > by);
	const sureOfLead = 1 - FALSE_LEAD / Math.max(2, evidence.dials.length);
	const verdict =
		little >= SURE_OF_LITTLE
			? 'little'
			: better(first, last, AS_GOOD) >= sureOfLead
				? 'leads'
				: 'open';
	const told = carried.length ? null : curve(known, d, stops);
	const data: DialFinding = {
		dial: dial.id,
		with: carried.map(({ i }) => evidence.dials[i].id),
		verdict,
		stops,
		loss: lost,
		peak: told?.peak ?? null,
		friedman: plainTest(known, d)
	};
	const rows: Interval[] = stops.map(({ preferred: { mean, low, high } }, s) => ({
		label: dial.stops[s].label,
		middle: mean,
		low,
		high,
		leads: verdict === 'leads' && s === first
	}));
	const names = [dial, ...carried.map(({ i }) => evidence.dials[i])].map(({ label }, i) =>
		i ? label.toLowerCase() : label
	);
	return {
		id: dial.id,
		about: listed(names),
		says: [sentence(known, d, data, order, better), ...together(names)].join(' '),
		data,
		drawing:
			told?.drawing(rows) ??
			({
				kind: 'intervals',
				rows,
				even: 0.5,
				unit: 'preferred to an average take'
			} satisfies Drawing),
		table: {
			columns: [dial.label, 'Preferred', 'From', 'To', 'Chance of being best'],
			rows: order.map((s) => [
				dial.stops[s].label,
				percent(stops[s].preferred.mean),
				percent(stops[s].preferred.low),
				percent(stops[s].preferred.high),
				sure(stops[s].chance)
			])
		}
	};
}

/** That some dials were never moved apart. */
const together = (names: readonly string[]): string[] =>
	names.length > 1
		? [
				`${listed(names)} always moved together, so these takes can\u2019t tell which of them matters.`
			]
		: [];

function sentence(
	{ evidence }: Known,
	d: number,
	{ verdict, loss, peak }: DialFinding,
	order: readonly number[],
	better: (a: number, b: number) => number
): string {
	const dial = evidence.dials[d];
	const [first, second, last] = [order[0], order[1], order.at(-1)!];
	const name = (s: number) => stopSays(dial, s);
	const best = capital(name(first));
	const places = dial.logarithmic ? 0 : 1;
	const top = peak
		? ` The curve peaks near ${short(peak.mean, places)} (${short(peak.low, places)} to ${short(peak.high, places)}).`
		: '';
	if (verdict === 'little') return 'Makes hardly any difference. Use the cheapest.';
	const beats = (s: number) => `${sure(better(first, s))} likely to beat ${name(s)}`;
	if (verdict === 'open')
		return loss < SETTLED
			? `No stop is clearly better, so ${name(first)} is a safe choice (${beats(second)}).${top}`
			: `Still open. ${best} leads (${beats(second)}).${top}`;
	if (second === last) return `${best} is better (${beats(last)}).${top}`;
	return loss < SETTLED
		? `${best} is best (${beats(second)}, ${sure(better(first, last))} to beat ${name(last)}).${top}`
		: `${best} clearly beats ${name(last)} (${sure(better(first, last))} likely). Whether it beats ${name(second)} is still open (${sure(better(first, second))} likely).${top}`;
}

/** The curve of a number dial, where its stops are told apart by places on a scale. */
function curve({ evidence, fit, preferred }: Known, d: number, stops: DialFinding['stops']) {
	const dial = evidence.dials[d];
	if (dial.kind !== 'number' || stops.length < 3) return null;
	const { draws, layout } = fit;
	const { at, weights, open } = curveOf(dial, PLACES);
	const count = Math.min(draws.count, CURVES);
	const every = Math.floor(draws.count / count);
	const noise = normals(4711, d, count * PLACES);
	const scaleAt = layout.problem.blocks[d].scale;
	const lines: Float64Array[] = at.map(() => new Float64Array(count));
	const peaks = new Float64Array(count);
	let within = 0;
	for (let i = 0; i < count; i++) {
		const draw = i * every;
		const scale = draws.scales[draw * layout.scales.length + scaleAt];
		let [top, where] = [-Infinity, 0];
		for (let g = 0; g < PLACES; g++) {
			let score = 0;
			for (let s = 0; s < stops.length; s++)
				score += weights.get(g, s) * effectIn(draws, layout.dials[d] + s, draw);
			let rest = 0;
			for (let k = 0; k < PLACES; k++) rest += open.get(g, k) * noise[i * PLACES + k];
			score += scale * rest;
			lines[g][i] = score;
			if (score > top) [top, where] = [score, g];
		}
		peaks[i] = at[where];
		if (where > 0 && where < PLACES - 1) within++;
	}
	const of = at.map((_, g) => figureOf(preferred((i) => lines[g][i], count, every)));
	// A top at an end is no peak: nobody tried what lies beyond.
	const peak = within / count >= SURE_OF_PEAK ? figureOf(peaks) : null;
	return {
		peak,
		drawing: (rows: Interval[]): Drawing => ({
			kind: 'curve',
			at,
			middle: of.map(({ mean }) => mean),
			low: of.map(({ low }) => low),
			high: of.map(({ high }) => high),
			stops: rows,
			stopsAt: dial.stops.map((stop) => stop.at ?? 0),
			even: 0.5,
			axis: dial.label.toLowerCase(),
			logarithmic: dial.logarithmic,
			peak: peak && { low: peak.low, high: peak.high, at: peak.mean }
		})
	};
}

const LEVEL = { drop: 0, maybe: 1, keep: 2 } as const;

/** Friedman's test over blocks of takes that differ in this dial alone, every stop marked. */
function plainTest({ evidence, marks }: Known, d: number): DialFinding['friedman'] {
	const n = evidence.dials[d].stops.length;
	const blocks = new Map<string, (number | undefined)[]>();
	for (const { id, stops, chance } of evidence.takes) {
		const mark = marks.get(id)?.[0].mark;
		if (!mark) continue;
		const key = `${chance}|${stops.filter((_, i) => i !== d).join(' ')}`;
		const block = blocks.get(key) ?? new Array<number | undefined>(n).fill(undefined);
		block[stops[d]] ??= LEVEL[mark];
		blocks.set(key, block);
	}
	const whole = [...blocks.values()].filter((block): block is number[] =>
		block.every((one) => one !== undefined)
	);
	if (whole.length < 2 || n < 2) return null;
	const { chiSquared, freedom } = friedman(whole);
	if (Number.isNaN(chiSquared)) return null;
	return { chiSquared, freedom, p: chiSquaredAbove(chiSquared, freedom), blocks: whole.length };
}
