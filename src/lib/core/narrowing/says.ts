import type { Answer, Plan, Take } from '$lib/core/schema';
import { many } from '$lib/core/wording';
import type { Narrowed } from './narrow';

/** Values that are out now and were in when the last round was ordered, as a record names them. */
export function droppedSince(
	rounds: readonly Pick<Plan, 'round'>[],
	dials: Narrowed['dials']
): string[] {
	const before = new Set(rounds.flatMap(({ round }) => round?.dropped ?? []));
	return dials
		.flatMap(({ label, stops }) =>
			stops.flatMap((stop) => (stop.out ? [`${label.toLowerCase()} ${stop.label}`] : []))
		)
		.filter((one) => !before.has(one));
}

/** The most characters that are told of what was dropped. */
const MOST = 600;

/**
 * Says how settings were narrowed down: rounds, takes, pairs, and what was dropped before which round.
 *
 * @param takes those that the settings were compared among
 * @returns an empty text when none of them is of a round
 */
export function narrowedSays(
	plans: readonly Pick<Plan, 'id' | 'round'>[],
	takes: readonly Pick<Take, 'id' | 'planId'>[],
	answers: readonly Pick<Answer, 'left' | 'right'>[]
): string {
	const rounds = plans
		.filter(({ id, round }) => round && takes.some(({ planId }) => planId === id))
		.sort((a, b) => a.round!.number - b.round!.number);
	if (!rounds.length) return '';
	const own = new Set(rounds.map(({ id }) => id));
	const made = new Set(takes.filter(({ planId }) => own.has(planId)).map(({ id }) => id));
	const pairs = answers.filter(({ left, right }) => made.has(left) || made.has(right)).length;
	const dropped = rounds
		.flatMap(({ round }) =>
			round!.dropped?.length ? [`before round ${round!.number}: ${round!.dropped.join(', ')}`] : []
		)
		.join('; ');
	const short = dropped.length > MOST ? `${dropped.slice(0, MOST).trimEnd()} \u2026` : dropped;
	return `narrowed down in ${many(rounds.length, 'round')}, ${many(made.size, 'take')} and ${many(pairs, 'pair')}${
		short ? ` (dropped ${short})` : ''
	}`;
}
