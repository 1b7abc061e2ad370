import { loadSettings } from '$lib/ui/shared';
import {
	dialOf,
	isDialId,
	NO_START,
	planRack,
	sentStop,
	stopKey,
	type Stop
} from '$lib/core/dials';
import { workOut, type WorkedOut } from '$lib/core/designs';
import type { Proposal } from '$lib/core/findings';
import type { Brief, Design, Take } from '$lib/core/schema';

/** A proposal as it would stand on the dials. */
export interface OnDials extends WorkedOut {
	change: Partial<Pick<Brief, 'rack' | 'design' | 'prompt' | 'negative' | 'words'>>;
}

/**
 * Puts a proposal on a brief's dials: everything is fixed at what the best take was made with, the dials
 * of the proposal get its stops, and only its settings are chosen.
 *
 * @param best the take at which everything else is fixed
 * @param seeds fresh ones, as many as the proposal wants
 * @returns null if its words aren't those of the brief, its settings can't be chosen on these dials, or
 * its takes would be identical
 */
export function onto(
	brief: Brief,
	{ stops, settings }: Pick<Proposal, 'stops' | 'settings'>,
	takes: readonly Take[],
	best: Take,
	seeds: readonly number[],
	dropped?: { says: string; why: string }[]
): OnDials | null {
	const words = stops.some(
		({ dial, keys }) => isDialId(dial) && dialOf(dial).ofWords && keys.length > 1
	);
	const loaded = words ? brief : { ...brief, ...loadSettings(brief, best) };
	const change: Record<string, Stop[]> = {};
	const rows = settings.map(({ keys, values }) => keys.map((key, d) => key ?? String(values[d])));
	for (const { dial: id, keys, values } of stops) {
		if (!isDialId(id)) return null;
		const dial = dialOf(id);
		if (dial.ofWords) continue;
		const known = keys.flatMap((key) => {
			const take = takes.find((one) => stopKey(sentStop(dial.read(one))) === key);
			return take ? [sentStop(dial.read(take))] : [];
		});
		change[id] = [...known, ...values].sort(dial.compare);
	}
	const rack = { ...loaded.rack, ...change, seed: [...seeds], own: {} };
	// At strength 0 every seed gives the start picture again.
	const starts = rack.start.some((start) => start !== NO_START);
	if (starts && seeds.length > 1 && rack.strength.includes(0)) return null;
	const design: Design = {
		kind: 'listed',
		dials: stops.map(({ dial }) => dial),
		rows,
		...(dropped?.length ? { dropped } : {})
	};
	const next = { ...loaded, rack, design };
	const worked = workOut(planRack(next), design);
	if (worked.rows && worked.rows.length < settings.length) return null;
	if (!worked.rows && settings.length > 1) return null;
	return {
		...worked,
		change: {
			rack,
			design,
			...(words ? {} : { prompt: next.prompt, negative: next.negative, words: next.words })
		}
	};
}
