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

/**
 * The movement of every step, from the similarities that are known by now.
 * @param similarity undefined while it is not known, null where it never will be: such pairs do not count
 */
export function movementOf(
	steps: readonly Step[],
	similarity: (pair: Pair) => number | null | undefined
): Movement[] {
	return steps.map(({ from, to, pairs: all }) => {
		const pairs = all.map(similarity).filter((found) => found !== null);
		const each = pairs.flatMap((found) => (found === undefined ? [] : [1 - found]));
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
	const known = movements.reduce((sum, one) => sum + one.each.length, 0);
	// A verdict on some of the pairs could turn with the next one.
	if (missing) return `Comparing pairs: ${known} of ${known + missing} \u2026`;
	if (!known)
		return `No two takes differ in ${label} alone: run two stops of it with all else held.`;
	const rest = restsAt(movements);
	return rest === null
		? `The picture still moves at the last step of ${label}.`
		: `Past ${label} ${rest} the picture hardly moves.`;
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
const NEAR = 6;

/** Pairs of takes that share everything but chance: how they differ is the spread of a setting. */
export interface ChancePairs {
	/** Pairs of different seeds, and of one batch. */
	seeds: Pair[];
	batch: Pair[];
}

/**
 * Pairs of takes of one setting, so many at most of each kind, from all settings alike: the first of
 * every setting, then the second of every setting, and from settings spread evenly where there are
 * more of them than pairs.
 */
export function chancePairs(takes: readonly Take[], most = Infinity): ChancePairs {
	const settings = new Map<string, Take[]>();
	for (const take of takes) {
		if (take.state !== 'done') continue;
		const key = dials
			.filter(({ id }) => !chanceDials.includes(id))
			.map(({ read }) => stopKey(read(take)))
			.join('\n');
		const group = settings.get(key);
		if (group) group.push(take);
		else settings.set(key, [take]);
	}
	const groups = [...settings.values()];
	const inBatch = (a: Take, b: Take) =>
		!!a.settings.batch && a.settings.batch.seed === b.settings.batch?.seed;
	return {
		seeds: evenly(groups, most, (a, b) => !inBatch(a, b) && a.settings.seed !== b.settings.seed),
		batch: evenly(groups, most, inBatch)
	};
}

/** How far pairs lie apart. */
export interface Spread {
	/** Pairs that can be compared, and those that are by now. */
	pairs: number;
	compared: number;
	/** Mean of 1 less their similarity over those that are compared; null where none is. */
	mean: number | null;
}

/**
 * How far pairs lie apart in the mean.
 * @param similarity undefined while it is not known, null where it never will be: such pairs do not count
 */
export function spreadOf(
	pairs: readonly Pair[],
	similarity: (pair: Pair) => number | null | undefined
): Spread {
	const found = pairs.map(similarity).filter((one) => one !== null);
	const known = found.filter((one) => one !== undefined);
	return {
		pairs: found.length,
		compared: known.length,
		mean: known.length ? 1 - known.reduce((sum, one) => sum + one, 0) / known.length : null
	};
}

/** The spread in words: a figure once every pair is compared, since one more could turn it. */
export const spreadSays = ({ pairs, compared, mean }: Spread): string =>
	mean === null && !pairs
		? '\u2013'
		: compared < pairs
			? `${compared} of ${pairs} compared`
			: mean!.toFixed(2);

/** Pairs of each group in turn, until there are enough. */
function evenly(
	groups: readonly Take[][],
	most: number,
	belong: (a: Take, b: Take) => boolean
): Pair[] {
	function* pairsOf(group: Take[]): Generator<Pair> {
		// By growing distance, so that the first pairs of a group do not share a take.
		for (let apart = 1; apart < group.length; apart++)
			for (let i = 0; i + apart < group.length; i++)
				if (belong(group[i], group[i + apart]))
					yield { one: group[i].id, two: group[i + apart].id };
	}
	const ready = groups.flatMap((group) => {
		const pairs = pairsOf(group);
		const first = pairs.next();
		return first.done ? [] : [{ pairs, next: first.value }];
	});
	const step = Math.max(1, ready.length / most);
	let turn = Array.from(
		{ length: Math.min(ready.length, most) },
		(_, i) => ready[Math.floor(i * step)]
	);
	const found: Pair[] = [];
	while (turn.length && found.length < most) {
		turn = turn.filter((group) => {
			if (found.length >= most) return false;
			found.push(group.next);
			const next = group.pairs.next();
			if (next.done) return false;
			group.next = next.value;
			return true;
		});
	}
	return found;
}
