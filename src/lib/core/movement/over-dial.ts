import { dialOf, stopKey, type DialId } from '$lib/core/dials';
import { valueOf, type MeasureId } from '$lib/core/measure';
import type { Measured, Take } from '$lib/core/schema';

/** A measure over the stops of a dial. */
export interface OverDial {
	stops: { key: string; value: number }[];
	/** Mean of each stop; null where nothing was measured. */
	mean: (number | null)[];
	/** Takes that differ in the dial alone, one line each, along the stops. */
	lines: { name: string; values: (number | null)[] }[];
}

/**
 * Follows a measure along a number dial: the mean, and behind it every line of like takes. A line
 * with one stop says nothing of the dial; it is left out, unless there are no others.
 *
 * @param lineOf all that is the same along a line, as a name
 */
export function overDial(
	takes: readonly Take[],
	dial: DialId,
	measure: MeasureId,
	measured: (id: string) => Measured | undefined,
	lineOf: (take: Take) => string
): OverDial {
	const { read } = dialOf(dial);
	const stops = new Map<string, number>();
	const all = new Map<string, Map<string, number>>();
	for (const take of takes) {
		const stop = read(take);
		const value = valueOf(measured(take.id), measure);
		if (typeof stop !== 'number' || value === undefined) continue;
		stops.set(stopKey(stop), stop);
		const name = lineOf(take);
		const line = all.get(name) ?? new Map<string, number>();
		line.set(stopKey(stop), value);
		all.set(name, line);
	}
	const telling = [...all].filter(([, line]) => line.size > 1);
	const lines = new Map(telling.length ? telling : all);
	const used = new Set([...lines.values()].flatMap((line) => [...line.keys()]));
	const scale = [...stops]
		.filter(([key]) => used.has(key))
		.map(([key, value]) => ({ key, value }))
		.sort((a, b) => a.value - b.value);
	const along = (line: ReadonlyMap<string, number>) =>
		scale.map(({ key }) => line.get(key) ?? null);
	return {
		stops: scale,
		lines: [...lines].map(([name, line]) => ({ name, values: along(line) })),
		mean: scale.map(({ key }) => {
			const values = [...lines.values()].flatMap((line) => line.get(key) ?? []);
			return values.length ? values.reduce((a, b) => a + b, 0) / values.length : null;
		})
	};
}
