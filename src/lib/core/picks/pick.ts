import {
	chanceDials,
	dials,
	isOwnStop,
	sentStop,
	stopKey,
	type DialId,
	type Draft,
	type Made
} from '$lib/core/dials';
import { stopsAmong } from '$lib/core/sheet';
import type { MarkKind, Pick as Picked, Take } from '$lib/core/schema';

/** Dials whose stops name a pick. */
const naming: readonly DialId[] = ['model', 'guidance', 'steps'];

/** What a pick is made from. */
export type PickSource = Picked['from'];

/** The settings and the evidence of a pick that is about to be made. */
export type PickDraft = Omit<Picked, 'id' | 'briefId' | 'name' | 'reason' | 'createdAt'> & {
	/** The takes that speak for it. */
	takes: Take[];
	/** A name to begin with. */
	suggestion: string;
};

/**
 * A pick from one take, with all its settings, or from a stop of a dial among the takes at hand:
 * then every dial that had one stop among those is picked with it, and the seed and whatever else
 * varied stays open.
 * Returns null when nothing was made there.
 */
export function draftPick(
	from: PickSource,
	takes: readonly Take[],
	marks: ReadonlyMap<string, MarkKind>,
	say: (dial: DialId, take: Take) => string
): PickDraft | null {
	const dial = from.kind === 'stop' ? dials.find(({ id }) => id === from.dial) : undefined;
	// Every seed speaks for a stop, whichever of them is in sight.
	const wanted: Record<string, string> =
		from.kind === 'findings'
			? from.stops
			: from.kind === 'stop'
				? {
						...Object.fromEntries(
							Object.entries(from.among ?? {}).filter(
								([id]) => !(chanceDials as readonly string[]).includes(id)
							)
						),
						[from.dial]: from.stop
					}
				: {};
	const matches = (take: Take) =>
		(dial !== undefined || from.kind === 'findings') &&
		dials.every(({ id, read }) => {
			if (wanted[id] === undefined) return true;
			const stop = read(take);
			// Findings compare per-model values by their numbers, a sheet by their places.
			return [stop, sentStop(stop)].some((one) => stopKey(one) === wanted[id]);
		});
	const chosen = takes.filter(
		(take) =>
			take.state === 'done' && (from.kind === 'take' ? take.id === from.takeId : matches(take))
	);
	if (!chosen.length) return null;
	const [first] = chosen;
	let draft: Draft = { settings: {} };
	const named: string[] = [];
	for (const { id, read, write } of dials) {
		const one = stopsAmong(chosen, id).length === 1;
		// Chance belongs to a picture, not to settings that are to serve again.
		if (!one || (from.kind !== 'take' && chanceDials.includes(id))) continue;
		// A place in models' own stops comes to another value for another model.
		const stop = read(first);
		if (isOwnStop(stop) && stopsAmong(chosen, 'model').length > 1) continue;
		draft = write(draft, stop);
		const told = from.kind === 'findings' && id in from.stops;
		if (naming.includes(id) || id === dial?.id || told) named.push(say(id, first));
	}
	const count = (kind: MarkKind) => chosen.filter(({ id }) => marks.get(id) === kind).length;
	return {
		from,
		settings: draft.settings,
		...(draft.words ? { words: draft.words } : {}),
		evidence: {
			takes: chosen.length,
			kept: count('keep'),
			maybe: count('maybe'),
			dropped: count('drop')
		},
		takes: chosen,
		suggestion: named.join(', ')
	};
}

/** The stops that a pick settles, by dial, as keys; what it leaves open is not there. */
export const pickedStops = (pick: Pick<Picked, 'settings' | 'words'>): Record<string, string> =>
	Object.fromEntries(
		dials
			.filter(({ said }) => said(pick))
			.map(({ id, read }) => [id, stopKey(sentStop(read(pick as Made)))])
	);
