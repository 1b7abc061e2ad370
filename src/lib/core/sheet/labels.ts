import { dialOf, stopKey, type DialId } from '$lib/core/dials';
import type { ModelCard } from '$lib/core/schema';
import { ownWords } from '$lib/core/wording';
import type { AxisStop } from './sheet';

/** Dials whose stops are texts: their labels show only the words that differ. */
const texts: readonly DialId[] = ['wording', 'negative'];

/**
 * What stands at rows and columns, by the key of the stop: the stop in words, or of texts only the
 * words in which each differs from what all have in common.
 */
export function labelsOf(
	dial: DialId,
	stops: readonly AxisStop[],
	cards: readonly ModelCard[]
): Map<string, string> {
	const { format } = dialOf(dial);
	if (!texts.includes(dial) || stops.length < 2)
		return new Map(stops.map(({ key, stop }) => [key, format(stop, cards)]));
	const own = ownWords(stops.map(({ stop }) => stopKey(stop)));
	return new Map(
		stops.map(({ key, stop }, i) => [
			key,
			own[i] || (stopKey(stop) ? 'as it stands' : format(stop))
		])
	);
}
