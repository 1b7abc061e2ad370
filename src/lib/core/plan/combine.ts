import {
	chanceDials,
	countRepeats,
	dialOf,
	isOwnStop,
	ownsStops,
	ownStops,
	rackDials,
	runOrder,
	stopKey,
	type DialId,
	type Draft,
	type Made,
	type Stop
} from '$lib/core/dials';
import type { Plan, PlanRack } from '$lib/core/schema';

/** How many takes all combinations make. Nothing is enumerated. */
export function countTakes(rack: PlanRack): number {
	return rackDials.reduce((product, dial) => product * rack[dial].length, 1);
}

/** The dials with two stops or more, with their number of stops, as they are written. */
export function variedDials(rack: PlanRack): { dial: DialId; count: number }[] {
	return rackDials
		.map((dial) => ({ dial, count: rack[dial].length }))
		.filter(({ count }) => count > 1);
}

/** Which settings are run: rows of indexes into the stops of some dials, or all when there are none. */
export interface Chosen {
	rows: readonly (readonly number[])[] | null;
	dials: readonly DialId[];
}

/** As a plan keeps it. */
export const keptChoice = ({ rows, dials }: Chosen): Plan['chosen'] => ({
	rows: rows?.map((row) => [...row]) ?? null,
	dials: [...dials]
});

export const everything: Chosen = { rows: null, dials: [] };

/** How many takes a choice of a rack's settings makes. Nothing is enumerated. */
export const countChosen = (rack: PlanRack, { rows }: Chosen): number =>
	rows ? rows.length * countRepeats(rack) : countTakes(rack);

/**
 * The settings of a plan in the order in which they are run: all combinations, or those that a
 * design has chosen, on the first seed, then on the next. Every setting gets the same seeds.
 */
export function* combinations(
	rack: PlanRack,
	{ rows, dials }: Chosen = everything
): Generator<Made> {
	if (!rows) {
		yield* product(rack, runOrder);
		return;
	}
	const repeats = runOrder.filter((dial) => chanceDials.includes(dial));
	for (const at of places(rack, repeats))
		for (const row of rows)
			yield settingAt(rack, (dial) => at.get(dial) ?? row[dials.indexOf(dial)] ?? 0);
}

/** Every combination of some dials' stops, the last to change first; the others at their first stop. */
export function* product(rack: PlanRack, varied: readonly DialId[]): Generator<Made> {
	for (const at of places(rack, varied)) yield settingAt(rack, (dial) => at.get(dial) ?? 0);
}

/** Places on some dials, as an odometer counts: the last dial changes first. One map, changed in turn. */
function* places(
	rack: PlanRack,
	varied: readonly DialId[]
): Generator<ReadonlyMap<DialId, number>> {
	const total = varied.reduce((all, dial) => all * rack[dial].length, 1);
	const at = new Map<DialId, number>();
	for (let i = 0; i < total; i++) {
		let rest = i;
		for (const dial of [...varied].reverse()) {
			const { length } = rack[dial];
			at.set(dial, rest % length);
			rest = Math.floor(rest / length);
		}
		yield at;
	}
}

/** One setting: every dial turned to the stop at an index. */
export function settingAt(rack: PlanRack, indexOf: (dial: DialId) => number): Made {
	let draft: Draft = { settings: {} };
	for (const dial of runOrder)
		draft = dialOf(dial).write(draft, stopAt(rack, dial, indexOf(dial), draft));
	return draft as Made;
}

/** A stop of a dial by its index: a model's own where models have their own. */
function stopAt(rack: PlanRack, dial: DialId, index: number, { settings }: Draft): Stop {
	const stops: readonly Stop[] = rack[dial];
	if (!ownsStops(rack, dial)) return stops[index];
	const value = ownStops(rack, dial, settings.model!)[index];
	return { level: index + 1, of: stops.length, value };
}

/** A rack that holds every dial where something was made. */
export const rackOfOne = (made: Made): PlanRack => rackOfMany([made]);

/** A rack with every stop that some of these have. */
export function rackOfMany(all: readonly Made[]): PlanRack {
	const rack: Partial<Record<DialId, Stop[]>> = {};
	for (const dial of rackDials) {
		const { read } = dialOf(dial);
		const stops = new Map(all.map((made) => [stopKey(read(made)), read(made)]));
		rack[dial] = [...stops.values()].map((stop) => (isOwnStop(stop) ? stop.value : stop));
	}
	return { ...rack, own: {} } as PlanRack;
}
