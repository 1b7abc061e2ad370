import { chanceDials, dialOf, rackPlaces, stopKey, turnedBy, type Made } from '$lib/core/dials';
import type { Line, Take } from '$lib/core/schema';
import { vary } from './ways/vary';

/** How far what is made near a take is turned from it: its composition is kept. Our own choice. */
export const NEAR = 0.3;

/** So many are made near a take that stands alone, and so many in all at most. */
const ALONE = 3;
const MOST_NEAR = 64;

/** What takes of one setting in one run have in common: they differ by chance alone. */
const batchKey = (take: Take): string =>
	[
		take.planId,
		...rackPlaces
			.filter((id) => !chanceDials.includes(id))
			.map((id) => stopKey(dialOf(id).read(take)))
	].join('\u0000');

/**
 * More like chosen takes: those stay, and the others of their batch are made again near them, each
 * turned from a chosen one towards the noise that it had itself. What stands alone gets a few.
 *
 * @param takes all takes of the brief
 * @param fresh seeds that were not drawn before
 */
export function moreLike(
	chosen: readonly Take[],
	takes: readonly Take[],
	fresh: (count: number) => number[]
): (Made & { line: Line })[] {
	const groups = new Map<string, Take[]>();
	for (const take of chosen) {
		const key = batchKey(take);
		groups.set(key, [...(groups.get(key) ?? []), take]);
	}
	const picked = new Set(chosen.map(({ id }) => id));
	const made: (Made & { line: Line })[] = [];
	const near = (take: Take, seed: number) => {
		const turned = dialOf('turned').write(take, turnedBy(take.settings));
		return {
			settings: { ...take.settings, ...turned.settings, variation: { seed, amount: NEAR } },
			...(take.words ? { words: take.words } : {}),
			...(take.levels ? { levels: take.levels } : {}),
			line: [{ take: take.id, number: take.number, as: vary.id }]
		};
	};
	for (const [key, stay] of groups) {
		const others = takes.filter(
			(take) => !picked.has(take.id) && take.state !== 'failed' && batchKey(take) === key
		);
		if (others.length)
			others.forEach((other, i) => {
				const from = stay[i % stay.length];
				// Siblings of one batch have one seed: theirs would lead nowhere.
				const own = other.settings.seed !== from.settings.seed;
				made.push(near(from, own ? other.settings.seed : fresh(1)[0]));
			});
		else for (const take of stay) for (const seed of fresh(ALONE)) made.push(near(take, seed));
	}
	return made.slice(0, MOST_NEAR);
}
