import { chanceDials, dialOf, dials, stopKey, type DialId } from '$lib/core/dials';
import type { Take } from '$lib/core/schema';

/** Two takes that are to be compared. */
export interface Pair {
	one: string;
	two: string;
}

/** A pair's key, the same whichever comes first. */
export const pairKey = (one: string, two: string): string =>
	one < two ? `${one}|${two}` : `${two}|${one}`;

/** From one stop of a number dial to the next. */
export interface Step {
	from: number;
	to: number;
	pairs: Pair[];
}

/** Number dials along which movement can be seen. */
export const movingDials: readonly DialId[] = ['steps', 'guidance', 'weight', 'strength'];

/**
 * The steps of a number dial among takes, each with the pairs of takes that differ in it alone:
 * same model, same words, same seed, all else held. A step goes from a stop to the next one that was
 * run there, so takes that were run with other stops make steps of their own.
 */
export function stepsOf(takes: readonly Take[], dial: DialId): Step[] {
	const { read } = dialOf(dial);
	const lines = new Map<string, Map<number, Take>>();
	for (const take of takes) {
		const stop = read(take);
		if (take.state !== 'done' || typeof stop !== 'number') continue;
		const rest = dials
			.filter(({ id }) => id !== dial)
			.map((other) => stopKey(other.read(take)))
			.join('\n');
		const line = lines.get(rest) ?? new Map<number, Take>();
		line.set(stop, take);
		lines.set(rest, line);
	}
	const steps = new Map<string, Step>();
	for (const line of lines.values()) {
		const stops = [...line.keys()].sort((a, b) => a - b);
		for (let i = 1; i < stops.length; i++) {
			const [from, to] = [stops[i - 1], stops[i]];
			const step = steps.get(`${from} ${to}`) ?? { from, to, pairs: [] };
			step.pairs.push({ one: line.get(from)!.id, two: line.get(to)!.id });
			steps.set(`${from} ${to}`, step);
		}
	}
	return [...steps.values()].sort((a, b) => a.from - b.from || a.to - b.to);
}

/** How much pictures move from one stop to the next. */
export interface Movement {
	from: number;
	to: number;
	/** Mean of 1 less the structural similarity, 0 nothing moves; null while it is not known. */
	moved: number | null;
	/** Of every pair, in the order of the pairs. */
	each: number[];
	/** Pairs that are not compared yet. */
	missing: number;
}

/** Less than this is not seen when two pictures are blinked. Our own threshold. */
export const HARDLY = 0.04;

/** The movement of every step, from the similarities that are known by now. */
export function movementOf(
	steps: readonly Step[],
	similarity: (pair: Pair) => number | undefined
): Movement[] {
	return steps.map(({ from, to, pairs }) => {
		const each = pairs.flatMap((pair) => {
			const found = similarity(pair);
			return found === undefined ? [] : [1 - found];
		});
		return {
			from,
			to,
			each,
			moved: each.length ? each.reduce((a, b) => a + b, 0) / each.length : null,
			missing: pairs.length - each.length
		};
	});
}

/**
 * The stop beyond which pictures hardly move: the first from which on every further step moves
 * less than the threshold. Null when they move to the end, or when that is not known yet.
 */
export function restsAt(movements: readonly Movement[], hardly = HARDLY): number | null {
	const rests = ({ moved }: Movement) => moved !== null && moved < hardly;
	const starts = [...new Set(movements.map(({ from }) => from))].sort((a, b) => a - b);
	return starts.find((start) => movements.filter(({ from }) => from >= start).every(rests)) ?? null;
}

/** What was found of a dial, as a sentence. */
export function movementSays(movements: readonly Movement[], dial: DialId): string {
	const label = dialOf(dial).label.toLowerCase();
	const missing = movements.reduce((sum, one) => sum + one.missing, 0);
	if (!movements.some(({ each }) => each.length))
		return missing
			? `Comparing ${missing} pairs \u2026`
			: `No two takes differ in ${label} alone: run two stops of it with all else held.`;
	const rest = restsAt(movements);
	const so = missing ? ' so far' : '';
	if (rest !== null) return `Past ${label} ${rest} the picture hardly moves${so}.`;
	return `The picture still moves at the last step of ${label}${so}.`;
}

/** Takes that look alike, the earliest of each group first. */
export function nearCopies(
	takes: readonly { id: string; hash: string }[],
	distance: (a: string, b: string) => number,
	most = NEAR
): string[][] {
	const groups: { hash: string; ids: string[] }[] = [];
	for (const { id, hash } of takes) {
		const group = groups.find((one) => distance(one.hash, hash) <= most);
		if (group) group.ids.push(id);
		else groups.push({ hash, ids: [id] });
	}
	return groups.filter(({ ids }) => ids.length > 1).map(({ ids }) => ids);
}

/** Bits of 64 within which two hashes are those of near-copies. Common practice, no source. */
export const NEAR = 6;

/** Pairs of takes that share everything but chance: how they differ is the spread of a setting. */
export function chancePairs(takes: readonly Take[]): { seeds: Pair[]; batch: Pair[] } {
	const settings = new Map<string, Take[]>();
	for (const take of takes) {
		if (take.state !== 'done') continue;
		const key = dials
			.filter(({ id }) => !chanceDials.includes(id))
			.map(({ read }) => stopKey(read(take)))
			.join('\n');
		settings.set(key, [...(settings.get(key) ?? []), take]);
	}
	const found: { seeds: Pair[]; batch: Pair[] } = { seeds: [], batch: [] };
	for (const group of settings.values())
		for (let i = 0; i < group.length; i++)
			for (let j = i + 1; j < group.length; j++) {
				const [a, b] = [group[i], group[j]];
				const pair = { one: a.id, two: b.id };
				const together = a.settings.batch && a.settings.batch.seed === b.settings.batch?.seed;
				if (together) found.batch.push(pair);
				else if (a.settings.seed !== b.settings.seed) found.seeds.push(pair);
			}
	return found;
}
