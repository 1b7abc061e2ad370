import { AS_GOOD, curveOf, dialLoss, effectIn, SETTLED } from '$lib/core/judge';
import { normals } from '$lib/core/random';
import { figureOf, shareOf, type Figure } from '../drawn';
import { defineFinding, type Drawing, type Interval } from '../finding';
import type { Known } from '../known';
import { chiSquaredAbove, friedman } from '../statistics';
import { percent, short, span, stopSays, sure } from '../words';

/** What turning a dial does. */
export interface DialFinding {
	dial: string;
	/** One stop leads for sure, hardly anything changes, or it is open. */
	verdict: 'leads' | 'little' | 'open';
	stops: { key: string; preferred: Figure; worth: Figure; chance: number }[];
	/** Worth that the best stop loses on average. */
	loss: number;
	/** Where a number dial's curve has its top, on its own scale; null where it has none between its ends. */
	peak: Figure | null;
	/** Friedman's test on marks of takes that are matched in all else; null where none are. */
	friedman: { chiSquared: number; freedom: number; p: number; blocks: number } | null;
}

/** All stops together differ by less than this: nobody would turn the dial for it. */
const LITTLE = 0.3;
/** How sure it must be that a stop is better than the worst one by more than nobody would miss. */
const SURE = 0.98;
const PLACES = 41;

export const dialFindings = defineFinding<'dials', DialFinding>({
	id: 'dials',
	question: 'What does each dial do?',
	reckoned:
		'The chance that a take with this stop is preferred to an even take, all else equal, with the interval that holds nine draws in ten. Effects are drawn towards even as far as the judgements are few; stops of number dials inform their neighbours, and the curve between them is the same model read between its stops.',
	source: 'Rasmussen and Williams 2006, eqs 2.23 to 2.31; Friedman 1937',
	place: 'dials',
	compute: (known) =>
		known.evidence.marks.length || known.evidence.pairs.length
			? known.evidence.dials.flatMap((dial, d) =>
					dial.stops.length > 1 ? [aboutDial(known, d)] : []
				)
			: []
});

function aboutDial(known: Known, d: number) {
	const { evidence, fit, preferred } = known;
	const { draws, layout } = fit;
	const dial = evidence.dials[d];
	const worth = (stop: number) => (draw: number) => effectIn(draws, layout.dials[d] + stop, draw);
	const n = dial.stops.length;
	const chance = new Array<number>(n).fill(0);
	let little = 0;
	for (let i = 0; i < draws.count; i++) {
		let [top, low, at] = [-Infinity, Infinity, 0];
		for (let s = 0; s < n; s++) {
			const u = worth(s)(i);
			if (u > top) [top, at] = [u, s];
			if (u < low) low = u;
		}
		chance[at] += 1 / draws.count;
		if (top - low < LITTLE) little++;
	}
	const stops = dial.stops.map(({ key }, s) => ({
		key,
		preferred: figureOf(preferred(worth(s))),
		worth: figureOf(Float64Array.from({ length: draws.count }, (_, i) => worth(s)(i))),
		chance: chance[s]
	}));
	const order = stops.map((_, s) => s).sort((a, b) => stops[b].worth.mean - stops[a].worth.mean);
	const [first, last] = [order[0], order.at(-1)!];
	const better = (a: number, b: number, by = 0) =>
		shareOf(draws.count, (i) => worth(a)(i) - worth(b)(i) > by);
	const loss = dialLoss(fit, d);
	const verdict =
		little / draws.count >= 0.5
			? 'little'
			: better(first, last, AS_GOOD) >= SURE
				? 'leads'
				: 'open';
	const told = curve(known, d, stops);
	const data: DialFinding = {
		dial: dial.id,
		verdict,
		stops,
		loss,
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
	return {
		id: dial.id,
		about: dial.label,
		says: sentence(known, d, data, order, better),
		data,
		drawing:
			told?.drawing(rows) ??
			({ kind: 'intervals', rows, even: 0.5, unit: 'preferred to an even take' } satisfies Drawing),
		table: {
			columns: [dial.label.toLowerCase(), 'preferred', 'from', 'to', 'chance of being best'],
			rows: order.map((s) => [
				dial.stops[s].label,
				percent(stops[s].preferred.mean),
				percent(stops[s].preferred.low),
				percent(stops[s].preferred.high),
				percent(stops[s].chance)
			])
		}
	};
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function sentence(
	{ evidence }: Known,
	d: number,
	{ verdict, stops, loss, peak }: DialFinding,
	order: readonly number[],
	better: (a: number, b: number) => number
): string {
	const dial = evidence.dials[d];
	const [first, second, last] = [order[0], order[1], order.at(-1)!];
	const name = (s: number) => stopSays(dial, s);
	const top = peak
		? ` A curve through the stops peaks at ${short(peak.mean, dial.logarithmic ? 0 : 1)} (${short(peak.low, dial.logarithmic ? 0 : 1)} to ${short(peak.high, dial.logarithmic ? 0 : 1)}).`
		: '';
	if (verdict === 'little')
		return `Does hardly anything: all stops lie within ${span({ low: stops[last].preferred.mean, high: stops[first].preferred.mean })} of preference. Take the cheapest.`;
	const over = `${name(first)} over ${name(second)}: ${sure(better(first, second))} sure`;
	if (verdict === 'leads')
		return (
			(loss < SETTLED
				? `Settled: ${name(first)}, ${sure(better(first, last))} sure over ${name(last)}. `
				: `${capital(name(first))} and its like are better than ${name(last)} (${sure(better(first, last))} sure), the best is not settled. `) +
			(second === last ? '' : `${over}.`) +
			top
		).trim();
	// Where the best stop loses hardly anything, whichever it is, nobody need look further.
	if (loss < SETTLED) return `${capital(name(first))} can be taken: ${over}.${top}`;
	return `Not settled: ${over}.${top}`;
}

/** The curve of a number dial, where its stops are told apart by places on a scale. */
function curve({ evidence, fit, preferred }: Known, d: number, stops: DialFinding['stops']) {
	const dial = evidence.dials[d];
	if (dial.kind !== 'number' || stops.length < 3) return null;
	const { draws, layout } = fit;
	const { at, weights, open } = curveOf(dial, PLACES);
	const count = Math.min(draws.count, 1000);
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
			let worth = 0;
			for (let s = 0; s < stops.length; s++)
				worth += weights.get(g, s) * effectIn(draws, layout.dials[d] + s, draw);
			let rest = 0;
			for (let k = 0; k < PLACES; k++) rest += open.get(g, k) * noise[i * PLACES + k];
			worth += scale * rest;
			lines[g][i] = worth;
			if (worth > top) [top, where] = [worth, g];
		}
		peaks[i] = at[where];
		if (where > 0 && where < PLACES - 1) within++;
	}
	const of = at.map((_, g) =>
		figureOf(preferred((draw) => lines[g][Math.min(count - 1, Math.floor(draw / every))]))
	);
	// A top at an end is no peak: what lies beyond was not tried.
	const peak = within / count > 0.8 ? figureOf(peaks) : null;
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
		const mark = marks.get(id)?.mark;
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
