import { z } from 'zod';
import { efficiencyOf } from './balanced';
import { baseIndex, defineDesign, whole } from './design';

const schema = z.object({
	kind: z.literal('around'),
	/** The stop of the base by dial, as its key; the middle one of a dial that is not named. */
	base: z.record(z.string(), z.string())
});

/** A base, and from it one dial at a time to each of its other stops. */
export const around = defineDesign({
	kind: 'around',
	label: 'one dial at a time',
	schema,
	begin: (): z.infer<typeof schema> => ({ kind: 'around', base: {} }),
	count: ({ levels }) => levels.reduce((sum, n) => sum + n - 1, 1),
	workOut: (among, design) => {
		const { rack, dials, levels } = among;
		const base = dials.map((dial) => baseIndex(rack, dial, design.base[dial]));
		const rows = [base];
		dials.forEach((_, d) => {
			for (let level = 0; level < levels[d]; level++)
				if (level !== base[d]) rows.push(base.map((at, i) => (i === d ? level : at)));
		});
		return { ...whole(among), rows, efficiency: efficiencyOf(levels, rows) };
	},
	says: ({ on, percent }) =>
		`One dial at a time round a base, ${on}: tells each dial at that base, not how they work together.${percent}`
});
