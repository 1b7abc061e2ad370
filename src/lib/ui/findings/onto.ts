import { loadSettings } from '$lib/ui/shared';
import { dialOf, isDialId, isOwnStop, planRack, stopKey, type Stop } from '$lib/core/dials';
import { workOut, type WorkedOut } from '$lib/core/designs';
import type { Proposal } from '$lib/core/findings';
import type { Brief, Design, Take } from '$lib/core/schema';

/** A proposal as it would stand on the dials. */
export interface OnDials extends WorkedOut {
	change: Partial<Pick<Brief, 'rack' | 'design' | 'prompt' | 'negative' | 'words'>>;
}

/**
 * A proposal on a brief's dials: what the best take was made with is held, what the proposal turns
 * gets its stops, and only its settings are chosen. Null where its words are not those of the brief.
 *
 * @param best the take that everything else is held at
 * @param seeds fresh ones, as many as it wants
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
			const take = takes.find((one) => stopKey(dial.read(one)) === key);
			return take ? [dial.read(take)] : [];
		});
		// Places of models' own stops stay as they stand on the rack.
		if (known.some(isOwnStop)) {
			change[id] = brief.rack[id as 'guidance'];
			continue;
		}
		change[id] = [...known, ...values].sort(dial.compare);
	}
	const rack = {
		...loaded.rack,
		...change,
		seed: [...seeds],
		own: stops.some(({ dial }) => dial in brief.rack.own) ? brief.rack.own : {}
	};
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
