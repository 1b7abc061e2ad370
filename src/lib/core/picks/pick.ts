import { dialOf, dials, stopKey, type DialId } from '$lib/core/dials';
import { stopsAmong } from '$lib/core/sheet';
import type { MarkKind, Pick, Take, TakeSettings } from '$lib/core/schema';

/** What a pick is made from. */
export type PickSource = Pick['from'];

/** The settings and the evidence of a pick that is about to be made. */
export type PickDraft = Omit<Pick, 'id' | 'briefId' | 'name' | 'reason' | 'createdAt'> & {
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
	words: (dial: DialId, settings: TakeSettings) => string
): PickDraft | null {
	const dial = from.kind === 'stop' ? dials.find(({ id }) => id === from.dial) : undefined;
	const wanted: Record<string, string> =
		from.kind === 'stop' ? { ...from.among, [from.dial]: from.stop } : {};
	const matches = (settings: TakeSettings) =>
		dial !== undefined &&
		dials.every(
			({ id, read }) => wanted[id] === undefined || stopKey(read(settings)) === wanted[id]
		);
	const chosen = takes.filter(
		(take) =>
			take.state === 'done' &&
			(from.kind === 'take' ? take.id === from.takeId : matches(take.settings))
	);
	if (!chosen.length) return null;
	const first = chosen[0].settings;
	let settings: Partial<TakeSettings> = {};
	const named: string[] = [];
	for (const { id, read, write } of dials) {
		const one = stopsAmong(chosen, id).length === 1;
		// A seed is chance: it belongs to a picture, not to settings that are to serve again.
		if (!one || (from.kind === 'stop' && id === 'seed')) continue;
		settings = write(settings, read(first));
		if (id === 'model' || id === 'guidance' || id === 'steps' || id === dial?.id)
			named.push(words(id, first));
	}
	const count = (kind: MarkKind) => chosen.filter(({ id }) => marks.get(id) === kind).length;
	return {
		from,
		settings,
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

/** A pick's settings as pairs of dial and words, the open ones left out. */
export function pickedDials(settings: Partial<TakeSettings>): DialId[] {
	return dials
		.map(({ id }) => id)
		.filter((id) => {
			if (id === 'frame') return settings.width !== undefined && settings.height !== undefined;
			const value = dialOf(id).read(settings as TakeSettings);
			return value !== undefined;
		});
}
