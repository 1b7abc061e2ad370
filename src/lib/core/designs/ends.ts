import { z } from 'zod';
import { dialOf } from '$lib/core/dials';
import { efficiencyOf } from './balanced';
import { defineDesign, whole, type Among } from './design';

/** Places of the stops that it uses on each dial: both ends of a number dial, every stop of another. */
const placesOf = ({ rack, dials, levels }: Among): number[][] =>
	dials.map((dial, d) => {
		if (dialOf(dial).step === undefined) return Array.from({ length: levels[d] }, (_, i) => i);
		const order = Array.from({ length: levels[d] }, (_, i) => i).sort((a, b) =>
			dialOf(dial).compare(rack[dial][a], rack[dial][b])
		);
		return [order[0], order.at(-1)!];
	});

/** The middle of every number dial, where one of them has a stop between its ends. */
function middleOf({ dials, levels }: Among): number[] | null {
	const number = dials.map((dial) => dialOf(dial).step !== undefined);
	if (!levels.some((n, d) => number[d] && n > 2)) return null;
	return levels.map((n, d) => (number[d] ? Math.floor((n - 1) / 2) : 0));
}

/**
 * Both ends of every number dial in all combinations, and the middle: a two-level factorial with a
 * centre point (Box, Hunter and Hunter 2005, chapter 5, from memory).
 */
export const ends = defineDesign({
	kind: 'ends',
	label: 'ends and middle',
	schema: z.object({ kind: z.literal('ends') }),
	begin: () => ({ kind: 'ends' }),
	count: (among) =>
		placesOf(among).reduce((product, places) => product * places.length, 1) +
		(middleOf(among) ? 1 : 0),
	workOut: (among) => {
		let rows: number[][] = [[]];
		for (const places of placesOf(among))
			rows = rows.flatMap((row) => places.map((place) => [...row, place]));
		const middle = middleOf(among);
		if (middle) rows.push(middle);
		return { ...whole(among), rows, efficiency: efficiencyOf(among.levels, rows) };
	},
	says: ({ listed, on }) =>
		`Both ends of every number dial, and the middle, ${on}: tells whether ${listed} matter at all and how they work together, not where between the ends it is best.`
});
