import { dials, type DialId, type Stop } from '$lib/core/dials';
import { starterStyles } from '$lib/core/wording';

/**
 * Two stops of every dial, other than rest: by its schema, its control and what models' cards offer.
 * A new dial gets them without a line here, as long as its stops are numbers or texts.
 */
export function twoStops(id: DialId): [Stop, Stop] {
	const known: Partial<Record<DialId, [Stop, Stop]>> = {
		model: ['alder-2', 'cedar'],
		frame: [
			{ width: 1024, height: 1024 },
			{ width: 1152, height: 896 }
		],
		sampler: ['euler', 'heun'],
		schedule: ['karras', 'cosine'],
		adapter: ['moss', 'slate'],
		start: ['a'.repeat(64), 'b'.repeat(64)],
		fit: ['extend at 0 0.5', 'enlarge'],
		turned: ['0.3 towards 7', '0.3 towards 7 + 0.5 towards 8'],
		style: [[starterStyles[0]], [starterStyles[1], starterStyles[2]]]
	};
	const dial = dials.find((one) => one.id === id)!;
	const found = known[id] ?? [3, 4, 0.25, 0.75, 'a heron', 'a crab'].filter(valid(id)).slice(0, 2);
	if (found.length < 2 || !found.every((stop) => dial.stop.safeParse(stop).success))
		throw new Error(`Two stops of the dial "${id}" are needed here.`);
	return found as [Stop, Stop];
}

const valid = (id: DialId) => (stop: Stop) =>
	dials.find((dial) => dial.id === id)!.stop.safeParse(stop).success;
