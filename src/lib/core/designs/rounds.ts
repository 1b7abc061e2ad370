import { z } from 'zod';
import { defineDesign, whole } from './design';

/**
 * The first of several rounds: every combination on a few seeds. After it is judged, findings drop what
 * cannot win, and the next round spends as much on what is left (successive halving, Jamieson and
 * Talwalkar 2016; what is dropped is told by the chance of being best).
 */
export const rounds = defineDesign({
	kind: 'rounds',
	label: 'rounds',
	schema: z.object({ kind: z.literal('rounds'), seeds: z.int().min(1).max(64) }),
	begin: () => ({ kind: 'rounds', seeds: 2 }),
	count: ({ all }) => all,
	workOut: (among, { seeds }) => ({
		...whole(among),
		rack: { ...among.rack, seed: among.rack.seed.slice(0, seeds) }
	}),
	says: ({ rack, all }, { seeds }) => {
		const first = Math.min(seeds, rack.seed.length);
		return `Rounds: all ${all} settings on the first ${first === 1 ? 'seed' : `${first} seeds`}. Judge them; Findings then drops what cannot win and proposes the next round on fresh seeds.`;
	}
});
