import { settingKey, type Fit } from '$lib/core/judge';
import type { Field, Ordered } from './field';
import { afterTake, beliefsOf, gainOf, type Beliefs } from './value';

/** Takes of one round after the first: small, so that every answer can change what is made next. */
export const BATCH = 4;

/**
 * Variance of what one judged take says of its setting, in score: the noise of an answer and the effect of
 * the take itself. Our own value.
 */
const NOISE = 2;

/** Settings whose gains are worked out: those with the highest means. */
const SEARCHED = 160;

/** Takes that are chosen together, and what they cost. */
export interface Round {
	takes: Ordered[];
	credits: number;
}

/** Which seeds every setting was ordered on. */
function usedOf({ candidates, ordered }: Pick<Field, 'candidates' | 'ordered'>): Set<number>[] {
	const used = candidates.map(() => new Set<number>());
	for (const { setting, seed } of ordered) used[setting].add(seed);
	return used;
}

/**
 * The first round: a balanced fraction on one seed, without what was made already. It has no takes once
 * as many are known, however they came about.
 *
 * @param credits takes that cost more than what is left of these are left out. @default no bound
 */
export function firstRound(field: Field, credits = Infinity): Round {
	const used = usedOf(field);
	const round: Round = { takes: [], credits: 0 };
	if (field.evidence.takes.length + field.waiting.length >= field.first.length) return round;
	for (const setting of field.first) {
		const { out, credits: price } = field.candidates[setting];
		if (out || used[setting].has(0) || round.credits + price > credits) continue;
		round.takes.push({ setting, seed: 0 });
		round.credits += price;
	}
	return round;
}

/** What is known of all settings once takes that nobody judged yet are judged, too. */
export function beliefsAhead(fit: Fit, field: Field): Beliefs {
	const { candidates, waiting } = field;
	const place = new Map(candidates.map(({ stops }, i) => [settingKey(stops), i]));
	const { takes, marks, pairs } = fit.evidence;
	const seen = new Set([
		...marks.map(({ take }) => take),
		...pairs.flatMap(({ left, right }) => [left, right])
	]);
	const open = takes
		.filter(({ id }) => !seen.has(id))
		.flatMap(({ stops }) => place.get(settingKey(stops)) ?? []);
	return [...open, ...waiting].reduce(
		(beliefs, setting) => afterTake(beliefs, setting, NOISE),
		beliefsOf(fit, candidates)
	);
}

/**
 * Chooses takes one by one: those that are expected to improve the final choice the most for their price,
 * each on the first seed that its setting doesn't have, so that settings meet on the same seeds.
 *
 * @param able whether a setting may be run. @default all that are not out
 */
export function nextRound(
	beliefs: Beliefs,
	field: Field,
	credits: number,
	count = BATCH,
	able: (setting: number) => boolean = () => true
): Round {
	const { candidates, seeds } = field;
	const used = usedOf(field);
	const open = candidates
		.map((_, s) => s)
		.filter((s) => !candidates[s].out && able(s))
		.sort((a, b) => beliefs.mean[b] - beliefs.mean[a])
		.slice(0, SEARCHED);
	const round: Round = { takes: [], credits: 0 };
	let known = beliefs;
	while (round.takes.length < count) {
		let best = { setting: -1, value: 0 };
		for (const s of open) {
			const { credits: price } = candidates[s];
			if (round.credits + price > credits || used[s].size >= seeds.length) continue;
			// A take that costs nothing still costs a look.
			const value = gainOf(known, s, NOISE, open) / Math.max(price, 0.05);
			if (value > best.value) best = { setting: s, value };
		}
		const { setting } = best;
		if (setting < 0) break;
		const seed = seeds.findIndex((_, i) => !used[setting].has(i));
		used[setting].add(seed);
		round.takes.push({ setting, seed });
		round.credits += candidates[setting].credits;
		known = afterTake(known, setting, NOISE);
	}
	return round;
}
