import { dialOf, dials, pickedDials, toldStop, type Draft, type Made } from '$lib/core/dials';
import type { ModelCard } from '$lib/core/schema';

/** Settings in plain words, line by line, with what they leave open. */
export function settingLines(of: Draft, cards: readonly ModelCard[]): [string, string][] {
	const picked = pickedDials(of);
	// What follows another dial is open with it.
	const open = dials.filter(({ id, follows }) => !follows && !picked.includes(id));
	return [
		...picked.map((id): [string, string] => {
			const dial = dialOf(id);
			return [dial.label.toLowerCase(), toldStop(dial, of as Made, cards)];
		}),
		...(open.length
			? [['left open', open.map(({ label }) => label.toLowerCase()).join(', ')] as [string, string]]
			: [])
	];
}
