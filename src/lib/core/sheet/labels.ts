import { dialOf, idleDials, stopKey } from '$lib/core/dials';
import type { ModelCard, Take } from '$lib/core/schema';
import { ownWords } from '$lib/core/wording';
import { axisOf, isText, type AxisId, type Known } from './axes';
import { heldAmong, type AxisStop } from './sheet';

/**
 * What stands at rows and columns, by the key of the stop: the stop in words, or of texts only the
 * words in which each differs from what all have in common.
 */
export function labelsOf(
	axis: AxisId,
	stops: readonly AxisStop[],
	known: Known
): Map<string, string> {
	const { format } = axisOf(axis);
	if (!isText(axis) || stops.length < 2)
		return told(stops.map(({ key, stop }) => [key, format(stop, known)]));
	const own = ownWords(stops.map(({ stop }) => stopKey(stop)));
	return new Map(
		stops.map(({ key, stop }, i) => [
			key,
			own[i] || (stopKey(stop) ? 'as it stands' : format(stop, known))
		])
	);
}

/** Labels by their keys; those of stops that are worded alike, as two styles of one name, are numbered. */
function told(labels: readonly [string, string][]): Map<string, string> {
	const met = new Map<string, number>();
	return new Map(
		labels.map(([key, says]) => {
			const count = (met.get(says) ?? 0) + 1;
			met.set(says, count);
			return [key, count > 1 ? `${says} (${count})` : says];
		})
	);
}

/** What takes have in common, in one line, without what none of them has. */
export function heldSays(takes: readonly Take[], cards: readonly ModelCard[]): string {
	const idle = takes[0] ? idleDials(takes[0]) : [];
	return heldAmong(takes)
		.filter(({ dial }) => dialOf(dial).told !== 'not' && !idle.includes(dial))
		.map(({ dial, stop }) => {
			const { label, format, told } = dialOf(dial);
			const words = format(stop, cards);
			return told === 'itself' ? words : `${label.toLowerCase()} ${words}`;
		})
		.join(' \u00b7 ');
}
