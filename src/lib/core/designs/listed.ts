import { z } from 'zod';
import { ownsStops, stopKey, type DialId, type Stop } from '$lib/core/dials';
import { defineDesign, whole, type Among } from './design';

const schema = z.object({
	kind: z.literal('listed'),
	/** The dials that the settings are told by. */
	dials: z.array(z.string()).max(64),
	/** Settings: the key of a stop on each of the dials. */
	rows: z.array(z.array(z.string())).max(4096),
	/** Settings that were left out of them, and why, as a round tells it. */
	dropped: z
		.array(z.object({ says: z.string(), why: z.string() }))
		.max(4096)
		.optional()
});
type Listed = z.infer<typeof schema>;

/** Keys of a dial's stops on a rack; of models' own stops those of their places. */
const keysOn = ({ rack }: Among, dial: DialId): string[] => {
	const stops: readonly Stop[] = rack[dial];
	return ownsStops(rack, dial)
		? stops.map((_, i) => stopKey({ level: i + 1, of: stops.length, value: 0 }))
		: stops.map(stopKey);
};

/** The settings whose stops stand on the rack, as rows of indexes; each once. */
function rowsOn(among: Among, { dials, rows }: Listed): number[][] {
	const keys = new Map(
		[...new Set([...among.dials, ...dials])].map((dial) => [dial, keysOn(among, dial as DialId)])
	);
	const found = new Map<string, number[]>();
	for (const row of rows) {
		const at = (dial: string) => {
			const place = dials.indexOf(dial);
			return place < 0 ? 0 : (keys.get(dial) ?? []).indexOf(row[place]);
		};
		if (dials.some((dial) => at(dial) < 0)) continue;
		const indexes = among.dials.map(at);
		found.set(indexes.join(' '), indexes);
	}
	return [...found.values()];
}

/**
 * Settings that were chosen one by one, as those that are still in question. A setting with a stop
 * that is no longer on the dials is left out; without any, all combinations are run.
 */
export const listed = defineDesign({
	kind: 'listed',
	label: 'chosen settings',
	schema,
	begin: () => ({ kind: 'listed', dials: [], rows: [] }),
	count: (among, design) => rowsOn(among, design).length || among.all,
	workOut: (among, design) => {
		const rows = rowsOn(among, design);
		return rows.length ? { ...whole(among), rows, efficiency: null } : whole(among);
	},
	says: ({ on, all }, { rows, dropped }) =>
		rows.length
			? `Settings that were chosen one by one, ${on}${dropped?.length ? `; ${dropped.length} dropped` : ''}.`
			: `No settings were chosen: all ${all} combinations, ${on}. Findings chooses some.`
});
