import { chanceDials, dialOf, stopKey, type DialId, type Stop } from '$lib/core/dials';
import { sobol, SOBOL_DIMENSIONS } from '$lib/core/random';
import type { Design, PlanRack } from '$lib/core/schema';
import { countRepeats, ownsStops, rackDials } from './plan';
import { balancedFraction, effectsCount, efficiencyOf } from './fraction';

/** A design worked out for a rack: which settings are run, each on the same seeds. */
export interface WorkedOut {
	/**
	 * The rack that the settings point into. A scatter puts stops of its own on the number dials.
	 */
	rack: PlanRack;
	/** One row a setting: the index of the stop on each of `dials`. Null for all combinations. */
	rows: number[][] | null;
	/** The dials that the rows are about, in their order: those with two stops or more, but the seed. */
	dials: DialId[];
	/**
	 * D-efficiency of the rows for the effects of every dial by itself, 0 to 1. Null for a scatter,
	 * which is not made for stops but for what lies between them.
	 */
	efficiency: number | null;
}

/** Dials that a scatter spreads points over, with the step that their stops keep to. */
const scattered: Partial<Record<DialId, number>> = {
	guidance: 0.1,
	steps: 1,
	weight: 0.05,
	strength: 0.05
};

/** Dials with two stops or more, but those of chance: what a design chooses among. */
export const chosenAmong = (rack: PlanRack): DialId[] =>
	rackDials.filter((dial) => !chanceDials.includes(dial) && rack[dial].length > 1);

/** How many settings a design has, without making it. */
export function countSettings(rack: PlanRack, design: Design): number {
	const dials = chosenAmong(rack);
	const all = dials.reduce((product, dial) => product * rack[dial].length, 1);
	switch (design.kind) {
		case 'all':
			return all;
		case 'around':
			return dials.reduce((sum, dial) => sum + rack[dial].length - 1, 1);
		case 'fraction':
			return Math.min(all, Math.max(design.settings, smallestFraction(rack, design)));
		case 'scatter':
			return dials.length ? design.settings : 1;
	}
}

const pairsAmong = (dials: readonly DialId[], { pairs }: Extract<Design, { kind: 'fraction' }>) =>
	pairs.flatMap(([a, b]): [number, number][] => {
		const [i, j] = [dials.indexOf(a as DialId), dials.indexOf(b as DialId)];
		return i >= 0 && j >= 0 && i !== j ? [[i, j]] : [];
	});

/** The least settings with which a fraction tells the effects apart that it is asked for. */
export function smallestFraction(
	rack: PlanRack,
	design: Extract<Design, { kind: 'fraction' }>
): number {
	const dials = chosenAmong(rack);
	return effectsCount(
		dials.map((dial) => rack[dial].length),
		pairsAmong(dials, design)
	);
}

/** Works a design out. A fraction takes up to a second or two: not on the page's thread. */
export function workOut(rack: PlanRack, design: Design): WorkedOut {
	const dials = chosenAmong(rack);
	const levels = dials.map((dial) => rack[dial].length);
	const all = levels.reduce((product, n) => product * n, 1);
	const whole: WorkedOut = { rack, rows: null, dials, efficiency: 1 };
	switch (design.kind) {
		case 'all':
			return whole;
		case 'around': {
			const base = dials.map((dial) => baseIndex(rack, dial, design.base[dial]));
			const rows = [base];
			dials.forEach((_, d) => {
				for (let level = 0; level < levels[d]; level++)
					if (level !== base[d]) rows.push(base.map((at, i) => (i === d ? level : at)));
			});
			return { ...whole, rows, efficiency: efficiencyOf(levels, rows) };
		}
		case 'fraction': {
			const size = countSettings(rack, design);
			if (size >= all || !dials.length) return whole;
			const { rows, efficiency } = balancedFraction(levels, size, {
				pairs: pairsAmong(dials, design)
			});
			return { ...whole, rows, efficiency };
		}
		case 'scatter':
			return dials.length ? scatter(rack, dials, design.settings) : whole;
	}
}

/** The stop round which dials are turned: the one that is named, else the middle one of its dial. */
export function baseIndex(rack: PlanRack, dial: DialId, key: string | undefined): number {
	const stops: readonly Stop[] = rack[dial];
	const named = stops.findIndex((stop) => stopKey(stop) === key);
	return named >= 0 ? named : dial in scattered ? Math.floor((stops.length - 1) / 2) : 0;
}

/** Points of a scatter are drawn until so many times what was asked for; then it has all there are. */
const DRAWS = 16;

/**
 * Points spread evenly over the dials, each setting once: points that come to the same stops are the
 * same pictures. Fewer than asked for where the dials have no more.
 */
function scatter(rack: PlanRack, dials: DialId[], count: number): WorkedOut {
	const over = dials.slice(0, SOBOL_DIMENSIONS);
	// The first point lies in a corner; the ones after it fill the space more evenly.
	const points = sobol(count * DRAWS + 1, over.length).slice(1);
	const stopOf = over.map((dial): ((share: number) => number) => {
		// Places of models' own stops are no scale that points could be spread over.
		const step = ownsStops(rack, dial) ? undefined : scattered[dial];
		const stops = rack[dial];
		if (step === undefined) return (share) => Math.floor(share * stops.length);
		const numbers = stops as number[];
		const [least, most] = [Math.min(...numbers), Math.max(...numbers)];
		return (share) =>
			Number((Math.round((least + share * (most - least)) / step) * step).toFixed(6));
	});
	const different = new Map<string, number[]>();
	for (const point of points) {
		const values = stopOf.map((at, d) => at(point[d]));
		different.set(values.join(' '), values);
		if (different.size === count) break;
	}
	const settings = [...different.values()];
	const next: PlanRack = { ...rack };
	const rows = settings.map(() => dials.map(() => 0));
	over.forEach((dial, d) => {
		const values = settings.map((row) => row[d]);
		if (ownsStops(rack, dial) || scattered[dial] === undefined) {
			values.forEach((index, i) => (rows[i][d] = index));
			return;
		}
		const stops = [...new Set(values)].sort(dialOf(dial).compare);
		(next[dial] as number[]) = stops;
		values.forEach((value, i) => (rows[i][d] = stops.indexOf(value)));
	});
	return { rack: next, rows, dials, efficiency: null };
}

/** What a design can and cannot tell apart, as a sentence. */
export function designSays(rack: PlanRack, design: Design, efficiency: number | null): string {
	const dials = chosenAmong(rack);
	const seeds = rack.seed.length;
	if (!dials.length)
		return countRepeats(rack) > 1
			? 'Only the seed varies: this shows how much chance does.'
			: 'One take. Put a second stop on a dial to compare.';
	const names = dials.map((dial) => dialOf(dial).label.toLowerCase());
	const listed =
		names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0];
	const on =
		seeds === 1 ? 'on one seed: luck may decide, draw another' : `on the same ${seeds} seeds`;
	const percent = efficiency === null ? '' : ` Efficiency ${Math.round(efficiency * 100)}%.`;
	switch (design.kind) {
		case 'all':
			return `Every combination of ${listed}, ${on}: tells each dial and how they work together.`;
		case 'around':
			return `One dial at a time round a base, ${on}: tells each dial at that base, not how they work together.${percent}`;
		case 'fraction': {
			const pairs = pairsAmong(dials, design).map(([a, b]) => `${names[a]} with ${names[b]}`);
			return `A balanced fraction, ${on}: tells ${listed} apart${
				pairs.length ? `, and ${pairs.join(', ')}; no other pairs` : ', not how they work together'
			}.${percent}`;
		}
		case 'scatter':
			return `Points spread evenly between the ends of the number dials, ${on}: shows the trend between stops, no stop twice.`;
	}
}
