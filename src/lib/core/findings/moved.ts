import type { Evidence } from '$lib/core/judge';

/**
 * Finds dials that takes can't tell from another one: takes with the same stop on that one always have the
 * same stop on these.
 *
 * @returns for every dial, the index of the dial that it always moved with; -1 for one that moved by itself
 */
export function carriers({ dials, takes }: Pick<Evidence, 'dials' | 'takes'>): number[] {
	const follows = (a: number, by: number): boolean => {
		const at = new Map<number, number>();
		return takes.every(({ stops }) => {
			const known = at.get(stops[by]);
			if (known === undefined) at.set(stops[by], stops[a]);
			return known === undefined || known === stops[a];
		});
	};
	const used = dials.map((_, d) => new Set(takes.map(({ stops }) => stops[d])).size);
	const out: number[] = [];
	dials.forEach((_, d) => {
		out.push(
			dials.findIndex(
				(_, by) =>
					by !== d &&
					used[d] > 1 &&
					used[by] > 1 &&
					follows(d, by) &&
					// Of two that moved together both ways, the later one is carried by the first.
					(by < d || !follows(by, d))
			)
		);
	});
	// A carrier that is carried itself hands on to its own.
	return out.map((by) => {
		let at = by;
		for (let i = 0; i < dials.length && at >= 0 && out[at] >= 0; i++) at = out[at];
		return at;
	});
}

/** For every stop of a carrier, the stop at which a carried dial stood with it; -1 for one that nobody made. */
export function carriedStops(
	{ dials, takes }: Pick<Evidence, 'dials' | 'takes'>,
	by: number,
	dial: number
): number[] {
	const out = new Array<number>(dials[by].stops.length).fill(-1);
	for (const { stops } of takes) out[stops[by]] = stops[dial];
	return out;
}
