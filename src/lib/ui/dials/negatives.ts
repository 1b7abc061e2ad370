import type { Brief, NegativeSet } from '$lib/core/schema';

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
