import { z } from 'zod';
import { balancedFraction, effectsCount } from './balanced';
import { defineDesign, whole, type Among } from './design';

const schema = z.object({
	kind: z.literal('fraction'),
	settings: z.int().min(1).max(4096),
	/** Dials whose working together is told apart, too. */
	pairs: z.array(z.tuple([z.string(), z.string()])).max(20)
});
type Fraction = z.infer<typeof schema>;

const pairsAmong = ({ dials }: Among, { pairs }: Fraction) =>
	pairs.flatMap(([a, b]): [number, number][] => {
		const [i, j] = [a, b].map((id) => (dials as readonly string[]).indexOf(id));
		return i >= 0 && j >= 0 && i !== j ? [[i, j]] : [];
	});

/** The least settings with which it tells the effects apart that it is asked for. */
const smallest = (among: Among, design: Fraction): number =>
	effectsCount(among.levels, pairsAmong(among, design));

const count = (among: Among, design: Fraction): number =>
	Math.min(among.all, Math.max(design.settings, smallest(among, design)));

/**
 * So many combinations, chosen so that the effects of the dials, and of the pairs that are named, are
 * told apart.
 */
export const fraction = defineDesign({
	kind: 'fraction',
	label: 'balanced fraction',
	schema,
	begin: (among) => {
		const asked: Fraction = { kind: 'fraction', settings: 1, pairs: [] };
		return { ...asked, settings: Math.max(smallest(among, asked), Math.round(among.all / 3)) };
	},
	count,
	workOut: (among, design) => {
		const size = count(among, design);
		if (size >= among.all) return whole(among);
		return {
			...whole(among),
			...balancedFraction(among.levels, size, { pairs: pairsAmong(among, design) })
		};
	},
	says: (telling, design) => {
		const { on, listed, names, percent } = telling;
		const pairs = pairsAmong(telling, design).map(([a, b]) => `${names[a]} with ${names[b]}`);
		return `A balanced fraction, ${on}: tells ${listed} apart${
			pairs.length ? `, and ${pairs.join(', ')}; no other pairs` : ', not how they work together'
		}.${percent}`;
	},
	bounds: (among, design) => ({ least: smallest(among, design), most: among.all, ofAll: true }),
	slow: true
});
