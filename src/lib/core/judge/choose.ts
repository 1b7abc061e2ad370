import { stream, type Stream } from '$lib/core/random';
import type { Evidence, EvidencePair } from './evidence';
import type { Fit } from './fit';
import {
	settingKey,
	settingsOf,
	standingOf,
	scoresOf,
	type Setting,
	type Standing,
	type Scores
} from './settings';

/** A pair of takes to be shown, by id. */
export interface Shown {
	left: string;
	right: string;
	/** Whether it was answered before, with its sides changed. */
	again: boolean;
}

/** Every so many pairs one comes again. */
const AGAIN_EVERY = 10;
/** A pair that comes again lies at least so many answers back. */
const FORGOTTEN = 4;
/** Draws that are tried until one finds another setting best. */
const TRIES = 60;

const pairKey = (a: string, b: string): string => (a < b ? `${a} ${b}` : `${b} ${a}`);

/** What pairs are chosen from: a fit, and how its settings stand. */
export interface Chooser {
	fit: Fit;
	settings: Setting[];
	scores: Scores;
	standing: Standing;
}

export function chooserOf(fit: Fit): Chooser {
	const settings = settingsOf(fit.evidence);
	const scores = scoresOf(fit, settings);
	return {
		fit,
		settings,
		scores,
		standing: standingOf(
			scores,
			settings.map(({ judged }) => judged)
		)
	};
}

/** So many pairs, one after the other, from what is known now: as a ballot shows them. */
export function pairsFrom(chooser: Chooser, count: number): Shown[] {
	const pairs: Shown[] = [];
	while (pairs.length < count) {
		const next = nextPair(chooser, null, pairs);
		if (!next) break;
		pairs.push(next);
	}
	return pairs;
}

/** What is asked: which settings are best, or one dial alone, by its place. */
export type Asked = { dial: number } | null;

/**
 * The next pair. Which settings are best: top-two sampling (Russo 2020). One dial alone: takes that
 * differ in nothing else, where the difference is known least. No take of the last pair, no pair
 * twice but the one in ten that comes again with its sides changed.
 *
 * @param before answers of this judge, in their order; those that were put aside with `skipped` too
 * @returns null when there is no pair to be shown
 */
export function nextPair(
	chooser: Chooser,
	asked: Asked,
	before: readonly Pick<EvidencePair, 'left' | 'right'>[],
	skipped: readonly Pick<EvidencePair, 'left' | 'right'>[] = []
): Shown | null {
	const draw = stream(`pairs|${before.length}|${skipped.length}|${before.at(-1)?.left ?? ''}`);
	const again = comesAgain(chooser, before, draw);
	if (again) return again;
	const compared = new Map<string, number>();
	for (const { left, right } of [...before, ...skipped]) {
		const key = pairKey(left, right);
		compared.set(key, (compared.get(key) ?? 0) + 1);
	}
	const last = new Set(
		[before.at(-1), skipped.at(-1)].flatMap((one) => (one ? [one.left, one.right] : []))
	);
	const found = asked
		? alone(chooser, asked.dial, compared, last, draw)
		: topTwo(chooser, compared, last, draw);
	if (!found) return null;
	const [left, right] = draw.chance(0.5) ? found : [found[1], found[0]];
	return { left, right, again: false };
}

function comesAgain(
	{ fit }: Chooser,
	before: readonly Pick<EvidencePair, 'left' | 'right'>[],
	draw: Stream
): Shown | null {
	if (before.length % AGAIN_EVERY !== AGAIN_EVERY - 1) return null;
	const there = new Set(fit.evidence.takes.map(({ id }) => id));
	const times = new Map<string, number>();
	for (const { left, right } of before) {
		const key = pairKey(left, right);
		times.set(key, (times.get(key) ?? 0) + 1);
	}
	const last = before.at(-1);
	const able = before
		.slice(0, -FORGOTTEN)
		.filter(
			({ left, right }) =>
				times.get(pairKey(left, right)) === 1 &&
				there.has(left) &&
				there.has(right) &&
				![last?.left, last?.right].some((id) => id === left || id === right)
		);
	if (!able.length) return null;
	const { left, right } = draw.pick(able);
	return { left: right, right: left, again: true };
}

/** Two settings, each best in a draw, on a chance that both have. */
function topTwo(
	{ fit, settings, standing }: Chooser,
	compared: ReadonlyMap<string, number>,
	last: ReadonlySet<string>,
	draw: Stream
): [string, string] | null {
	const { bestOf } = standing;
	const sample = () => bestOf[draw.below(bestOf.length)];
	let open: [string, string] | null = null;
	for (let round = 0; round < 8; round++) {
		const first = sample();
		const tried = new Set([first]);
		for (let i = 0; i < TRIES; i++) {
			const second = sample();
			if (tried.has(second)) continue;
			tried.add(second);
			const found = onOneChance(
				fit.evidence,
				settings[first],
				settings[second],
				compared,
				last,
				draw
			);
			if (found?.fresh) return found.pair;
			open ??= found?.pair ?? null;
		}
	}
	// One setting is best in nearly every draw, or what could be compared was: the next best ones.
	const order = settings.map((_, s) => s).sort((a, b) => standing.loss[a] - standing.loss[b]);
	for (const a of order.slice(0, 12))
		for (const b of order) {
			if (a === b) continue;
			const found = onOneChance(fit.evidence, settings[a], settings[b], compared, last, draw);
			if (found?.fresh) return found.pair;
			open ??= found?.pair ?? null;
		}
	return open;
}

/** Two takes of two settings on one chance, least compared; on two chances where they share none. */
function onOneChance(
	{ takes }: Evidence,
	a: Setting,
	b: Setting,
	compared: ReadonlyMap<string, number>,
	last: ReadonlySet<string>,
	draw: Stream
): { pair: [string, string]; fresh: boolean } | null {
	const all: { pair: [string, string]; cost: number }[] = [];
	for (const i of a.takes)
		for (const j of b.takes) {
			const [one, two] = [takes[i], takes[j]];
			const times = compared.get(pairKey(one.id, two.id)) ?? 0;
			const inRow = last.has(one.id) || last.has(two.id) ? 1 : 0;
			const apart = one.chance === two.chance ? 0 : 2;
			all.push({ pair: [one.id, two.id], cost: apart + inRow * 4 + times * 8 });
		}
	if (!all.length) return null;
	const least = Math.min(...all.map(({ cost }) => cost));
	const { pair, cost } = draw.pick(all.filter((one) => one.cost === least));
	return { pair, fresh: cost < 4 };
}

/** Takes that differ in one dial alone, where the difference of its stops is known least. */
function alone(
	{ fit, settings }: Chooser,
	dial: number,
	compared: ReadonlyMap<string, number>,
	last: ReadonlySet<string>,
	draw: Stream
): [string, string] | null {
	const others = new Map<string, Setting[]>();
	for (const setting of settings) {
		const key = settingKey(setting.stops.filter((_, d) => d !== dial));
		others.set(key, [...(others.get(key) ?? []), setting]);
	}
	const couples: { a: Setting; b: Setting; open: number }[] = [];
	for (const group of others.values())
		for (const [i, a] of group.entries())
			for (const b of group.slice(i + 1))
				couples.push({ a, b, open: varianceBetween(fit, a.stops, b.stops) });
	couples.sort((p, q) => q.open - p.open);
	let found: [string, string] | null = null;
	// Among those that are nearly as open as the first, any: the same one is not asked all the time.
	const most = couples[0]?.open ?? 0;
	const near = draw.shuffle(couples.filter(({ open }) => open > most * 0.9));
	for (const { a, b } of [...near, ...couples]) {
		const one = onOneChance(fit.evidence, a, b, compared, last, draw);
		if (one?.fresh) return one.pair;
		found ??= one?.pair ?? null;
	}
	return found;
}

function varianceBetween(fit: Fit, a: readonly number[], b: readonly number[]): number {
	const { values, draws } = scoresOf(fit, [{ stops: a }, { stops: b }]);
	let [sum, squares] = [0, 0];
	for (let d = 0; d < draws; d += 4) {
		const by = values[d] - values[draws + d];
		sum += by;
		squares += by * by;
	}
	const count = Math.ceil(draws / 4);
	return squares / count - (sum / count) ** 2;
}
