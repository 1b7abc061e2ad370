import type { Take } from '$lib/core/schema';
import type { AxisId } from './axes';
import { commonStop, keyOn, stopsAmong } from './sheet';

/** What is held, and the takes that are left. */
export interface Held {
	/** The stop of each axis that is held, as its key. */
	stops: Map<AxisId, string>;
	takes: Take[];
}

/**
 * Holds axes one after the other, each at a stop that the takes left by then have.
 * @param wanted the stops that are wanted on an axis, the dearest first; when none of them is there,
 * the stop that most takes have is taken
 */
export function holdStops(
	takes: readonly Take[],
	axes: readonly AxisId[],
	wanted: (axis: AxisId) => readonly (string | null | undefined)[]
): Held {
	const stops = new Map<AxisId, string>();
	let rest = [...takes];
	for (const axis of axes) {
		const there = stopsAmong(rest, axis);
		const key =
			wanted(axis).find((one) => there.some((stop) => stop.key === one)) ?? commonStop(rest, axis);
		if (key === undefined || key === null) continue;
		stops.set(axis, key);
		rest = rest.filter((take) => keyOn(take, axis) === key);
	}
	return { stops, takes: rest };
}

/**
 * The same for the takes of a brief and of others beside it: the others are held at the same stops
 * where they have them, and at their own where not.
 */
export function holdBeside(
	takes: readonly Take[],
	briefId: string,
	axes: readonly AxisId[],
	wanted: (axis: AxisId) => readonly (string | null | undefined)[]
): Held {
	const others = takes.filter((take) => take.briefId !== briefId);
	if (!others.length) return holdStops(takes, axes, wanted);
	const own = takes.filter((take) => take.briefId === briefId);
	const first = holdStops(own, axes, wanted);
	const second = holdStops(others, axes, (axis) => [first.stops.get(axis), ...wanted(axis)]);
	return {
		stops: own.length ? first.stops : second.stops,
		takes: [...first.takes, ...second.takes]
	};
}
