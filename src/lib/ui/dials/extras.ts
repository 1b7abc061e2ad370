import { ALONE, NO_ADAPTER, NO_START, type DialId } from '$lib/core/dials';
import type { Brief, NegativeSet } from '$lib/core/schema';

/** Dials that are put on the rack when they are wanted. */
export const extraDials = [
	{ id: 'adapter', label: 'Adapter and weight' },
	{ id: 'start', label: 'Start picture and strength' },
	{ id: 'batch', label: 'Pictures per batch' },
	{ id: 'wording', label: 'Wording' },
	{ id: 'style', label: 'Style' },
	{ id: 'negative', label: 'Left out' }
] as const satisfies readonly { id: DialId; label: string }[];

export type ExtraDialId = (typeof extraDials)[number]['id'];

/** Whether a dial of the extras is turned from where it changes nothing. */
export function inUse(id: ExtraDialId, { rack, words }: Brief, wordings: number): boolean {
	switch (id) {
		case 'adapter':
			return rack.adapter.some((stop) => stop !== NO_ADAPTER);
		case 'start':
			return rack.start.some((stop) => stop !== NO_START);
		case 'batch':
			return rack.batch.some((place) => place !== ALONE);
		case 'wording':
			return wordings > 1;
		case 'style':
			return rack.style.length > 1;
		case 'negative':
			return words.negatives.length > 1;
	}
}

/** Places in a batch of so many pictures. */
export const batchPlaces = (pictures: number): number[] =>
	pictures < 2 ? [ALONE] : Array.from({ length: pictures }, (_, i) => i + 1);

const AS_WRITTEN = 'written';
const TEXT = 'text:';

/** A stop of the negative dial as a key, and back. */
export const negativeKey = (stop: string | null): string =>
	stop === null ? AS_WRITTEN : TEXT + stop;
export const negativeOfKey = (key: string): string | null =>
	key === AS_WRITTEN ? null : key.slice(TEXT.length);

/** What may be put on the negative dial: what is written, nothing, and each set by itself. */
export function negativeOptions(
	{ negative, words }: Brief,
	sets: readonly NegativeSet[]
): { key: string; says: string; title?: string }[] {
	const options = [
		{
			key: negativeKey(null),
			says: 'as under Words',
			title: negative || 'nothing is left out there'
		},
		{ key: negativeKey(''), says: 'nothing' },
		...sets.map(({ name, phrases }) => ({
			key: negativeKey(phrases.join(', ')),
			says: name,
			title: phrases.join(', ')
		}))
	];
	// A stop that no set stands for any more is shown by its words.
	for (const stop of words.negatives) {
		const key = negativeKey(stop);
		if (!options.some((option) => option.key === key))
			options.push({ key, says: stop ?? '', title: stop ?? '' });
	}
	return options;
}
