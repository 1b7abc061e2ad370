import { z } from 'zod';
import { ciede2000, hashDistance, isMeasureId, labOfHex, type LabColour } from '$lib/core/measure';
import { MarkKind } from '$lib/core/schema';
import type { Entry } from './entry';

/** What the library is asked for; what is left out is not asked. */
export const LibraryQuery = z.object({
	words: z.string().max(500).optional(),
	brief: z.string().max(100).optional(),
	model: z.string().max(200).optional(),
	mark: z.enum([...MarkKind.options, 'none', 'wanted']).optional(),
	/** A fault by its id, `any` or `none`. */
	fault: z.string().max(100).optional(),
	/** A tag of the artist's own. */
	tag: z.string().max(40).optional(),
	/** Starred, of a pick, or from elsewhere. */
	kind: z.enum(['starred', 'picked', 'elsewhere']).optional(),
	shape: z.enum(['square', 'wide', 'tall']).optional(),
	/** A dial or a measure by its id, and what it is between. */
	figure: z
		.object({ id: z.string().max(60), least: z.number().optional(), most: z.number().optional() })
		.optional(),
	/** A colour that there is much of, `#rrggbb`. */
	colour: z
		.string()
		.regex(/^#[0-9a-f]{6}$/)
		.optional(),
	/** A take that others look like. */
	like: z.string().max(100).optional(),
	/** Made at these instants, from one to before another. */
	from: z.number().optional(),
	to: z.number().optional()
});
export type LibraryQuery = z.infer<typeof LibraryQuery>;

/** Whether anything is asked for. */
export const asksLibrary = (query: LibraryQuery): boolean =>
	Object.values(query).some((value) => value !== undefined && value !== '');

/** Frames that are no wider and no taller than this are square. */
const SQUARE = 1.05;
/** At this difference a colour counts half as one that is asked for (CIEDE2000). */
const NEAR = 18;
/** So much of a picture is of a colour that it is mostly like. */
const MUCH = 0.2;
/** Bits of 64 in which hashes of pictures that look alike differ, at most. */
const ALIKE = 20;

/** As many of those whose hashes are nearest are compared with a take itself. */
export const COMPARED = 48;

/** How alike pictures are to that of a take, by structural similarity, as far as they were compared. */
export interface Alike {
	to: string;
	/** -1 to 1, by take. */
	similarity: ReadonlyMap<string, number>;
}

const shapes = {
	square: (ratio: number) => ratio <= SQUARE && ratio >= 1 / SQUARE,
	wide: (ratio: number) => ratio > SQUARE,
	tall: (ratio: number) => ratio < 1 / SQUARE
} as const;

/**
 * How much of a picture is of a colour: shares of its palette, those alike counting whole, those at
 * the bound half.
 * The difference is CIEDE2000, as Sharma, Wu and Dalal 2005 give it.
 *
 * @returns 0 to 1
 */
export function shareOf(
	colours: readonly { lab: LabColour; share: number }[],
	of: LabColour
): number {
	let sum = 0;
	for (const { lab, share } of colours)
		sum += share * Math.max(0, 1 - ciede2000(lab, of) / (2 * NEAR));
	return sum;
}

/**
 * The entries that have all that is asked for: the newest first; by colour and likeness those with
 * most of it first. Likeness is that of hashes, and of the pictures themselves where they were compared.
 *
 * @param worded ids of those that say the words that are asked for; null where none are
 */
export function find(
	entries: Iterable<Entry>,
	query: LibraryQuery,
	worded: ReadonlySet<string> | null,
	like: Entry | undefined,
	alike?: Alike
): Entry[] {
	const { figure, shape, fault, mark } = query;
	const colour = query.colour === undefined ? null : labOfHex(query.colour);
	const hash = like?.seen?.hash;
	const nearness = new Map<Entry, number>();
	const wanted = (one: Entry): boolean => {
		if (worded && !worded.has(one.id)) return false;
		if (query.brief && one.briefId !== query.brief) return false;
		if (query.model && one.model !== query.model) return false;
		if (
			mark === 'wanted'
				? one.mark !== 'keep' && !one.starred
				: mark && mark !== (one.mark ?? 'none')
		)
			return false;
		if (fault === 'any' && !one.faults.length) return false;
		if (fault === 'none' && one.faults.length) return false;
		if (fault && fault !== 'any' && fault !== 'none' && !one.faults.includes(fault)) return false;
		if (query.tag && !one.tags.includes(query.tag)) return false;
		if (query.kind && !one[query.kind]) return false;
		if (shape && !shapes[shape](one.width / one.height)) return false;
		if (query.from !== undefined && one.at < query.from) return false;
		if (query.to !== undefined && one.at >= query.to) return false;
		if (figure) {
			const value = one.figures[figure.id];
			if (value === undefined) return false;
			if (figure.least !== undefined && value < figure.least) return false;
			if (figure.most !== undefined && value > figure.most) return false;
		}
		if (colour) {
			const share = one.seen ? shareOf(one.seen.colours, colour) : 0;
			if (share < MUCH) return false;
			nearness.set(one, share);
		}
		if (query.like) {
			if (!hash || !one.seen) return one.id === query.like;
			const apart = hashDistance(hash, one.seen.hash);
			if (apart > ALIKE) return false;
			// What was compared goes before what was not, whose hashes alone are known.
			const similar = alike?.to === query.like ? alike.similarity.get(one.id) : undefined;
			nearness.set(one, one.id === query.like ? Infinity : (similar ?? -2 - apart));
		}
		return true;
	};
	const found = [...entries].filter(wanted);
	const newest = (a: Entry, b: Entry) => b.at - a.at || b.number - a.number;
	return colour || query.like
		? found.sort((a, b) => nearness.get(b)! - nearness.get(a)! || newest(a, b))
		: found.sort(newest);
}

/** Whether what is asked needs takes to be measured. */
export const asksLooks = ({ colour, like, figure }: LibraryQuery): boolean =>
	!!colour || !!like || isMeasureId(figure?.id ?? null);

/** Whether what is found is in order of likeness, not of time. */
export const byLikeness = ({ colour, like }: LibraryQuery): boolean => !!colour || !!like;
