import { z } from 'zod';
import { dialOf, ownsStops, type PlanRack } from '$lib/core/dials';
import { sobol, SOBOL_DIMENSIONS } from '$lib/core/random';
import { defineDesign, whole, type Among, type WorkedOut } from './design';

/** So many points spread evenly between the ends of the number dials. */
export const scatter = defineDesign({
	kind: 'scatter',
	label: 'scatter',
	schema: z.object({ kind: z.literal('scatter'), settings: z.int().min(1).max(4096) }),
	begin: ({ all }) => ({
		kind: 'scatter',
		settings: Math.min(16, Math.max(4, Math.round(all / 2)))
	}),
	count: (_among, { settings }) => settings,
	workOut: (among, { settings }) => scatterOver(among, settings),
	says: ({ on }) =>
		`Points spread evenly between the ends of the number dials, ${on}: shows the trend between stops, no stop twice.`,
	bounds: () => ({ least: 2, most: 512, ofAll: false })
});

/** Points of a scatter are drawn until so many times what was asked for; then it has all there are. */
const DRAWS = 16;

/**
 * Points spread evenly over the dials, each setting once: points that come to the same stops are the
 * same pictures. Fewer than asked for where the dials have no more.
 */
function scatterOver(among: Among, count: number): WorkedOut {
	const { rack, dials } = among;
	const over = dials.slice(0, SOBOL_DIMENSIONS);
	// The first point lies in a corner; the ones after it fill the space more evenly.
	const points = sobol(count * DRAWS + 1, over.length).slice(1);
	// Places of models' own stops are no scale that points could be spread over.
	const steps = over.map((dial) => (ownsStops(rack, dial) ? undefined : dialOf(dial).step));
	const stopOf = over.map((dial, d): ((share: number) => number) => {
		const step = steps[d];
		const stops = rack[dial];
		if (step === undefined) return (share) => Math.floor(share * stops.length);
		const numbers = stops as number[];
		const [least, most] = [Math.min(...numbers), Math.max(...numbers)];
		return (share) =>
			Number((Math.round((least + share * (most - least)) / step) * step).toFixed(6));
	});
	const different = new Map<string, number[]>();
	for (const point of points) {
		const values = stopOf.map((at, d) => at(point[d]));
		different.set(values.join(' '), values);
		if (different.size === count) break;
	}
	const settings = [...different.values()];
	const next: PlanRack = { ...rack };
	const rows = settings.map(() => dials.map(() => 0));
	over.forEach((dial, d) => {
		const values = settings.map((row) => row[d]);
		if (steps[d] === undefined) {
			values.forEach((index, i) => (rows[i][d] = index));
			return;
		}
		const stops = [...new Set(values)].sort(dialOf(dial).compare);
		(next[dial] as number[]) = stops;
		values.forEach((value, i) => (rows[i][d] = stops.indexOf(value)));
	});
	return { ...whole(among), rack: next, rows, efficiency: null };
}
