import { nextPair, type Chooser, type Shown } from '$lib/core/judge';

import { stream } from '$lib/core/random';

/**
 * After so many answers every second pair is the one that Pairs would show, so that takes at the lead are
 * looked at again. In trials that cut what is lost at the end by a third.
 */
const FIRST_LOOKS = 12;

/** Draws that are tried until one names another setting that stands on the same seed. */
const TRIES = 60;

/**
 * The next pair: a take that nobody has judged beside one that may be the best, on the same seed; those
 * with the highest expected score first. In turn with these, the pair that Pairs would show.
 *
 * @param more whether more takes are on their way: then a pair that was answered already is no pair
 */
export function pairFor(
	chooser: Chooser,
	before: readonly Pick<Shown, 'left' | 'right'>[],
	skipped: readonly Pick<Shown, 'left' | 'right'>[] = [],
	more = false
): Shown | null {
	const usual = () => {
		const next = nextPair(chooser, null, before, skipped);
		const known = (one: Pick<Shown, 'left' | 'right'>) =>
			(one.left === next?.left && one.right === next.right) ||
			(one.left === next?.right && one.right === next.left);
		return more && next && !next.again && [...before, ...skipped].some(known) ? null : next;
	};
	if (before.length >= FIRST_LOOKS && before.length % 2) {
		const next = usual();
		if (next) return next;
	}
	const { fit, settings, standing } = chooser;
	const { takes } = fit.evidence;
	const seen = new Set(
		[...fit.evidence.pairs, ...before, ...skipped].flatMap(({ left, right }) => [left, right])
	);
	for (const { take } of fit.evidence.marks) seen.add(take);
	const last = new Set(
		[before.at(-1), skipped.at(-1)].flatMap((one) => (one ? [one.left, one.right] : []))
	);
	const fresh = settings
		.flatMap((setting, s) =>
			setting.takes
				.filter((i) => !seen.has(takes[i].id))
				.map((i) => ({ i, s, mean: standing.mean[s] }))
		)
		.sort((a, b) => b.mean - a.mean || a.i - b.i);
	const draw = stream(`narrowing|${before.length}|${skipped.length}`);
	for (const { i, s } of fresh) {
		let open: number | undefined;
		for (let t = 0; t < TRIES; t++) {
			const other = standing.bestOf[draw.below(standing.bestOf.length)];
			if (other === s) continue;
			const beside = settings[other].takes.find(
				(j) => takes[j].chance === takes[i].chance && !last.has(takes[j].id)
			);
			if (beside === undefined) continue;
			open = beside;
			break;
		}
		if (open === undefined) continue;
		const pair = [takes[i].id, takes[open].id];
		const [left, right] = draw.chance(0.5) ? pair : pair.reverse();
		return { left, right, again: false };
	}
	return usual();
}
