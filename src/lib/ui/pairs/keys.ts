import type { Shown } from '$lib/core/judge';
import { layers, session, takesLetters, undo } from '$lib/ui/shared';
import type { PairsState } from './state.svelte';

/** Something that a key does while pairs are judged. */
export interface PairsKey {
	keys: readonly string[];
	shown: string;
	says: string;
	/** What its button says, where it answers; the buttons stand in the order left, neither, right. */
	answers?: string;
	run: (key: string) => void;
}

/** Keys of the view, in the order in which its foot shows them. A new one is an entry here. */
export const pairsKeys = <Known extends { next: Shown | null }>(
	view: PairsState<Known>
): PairsKey[] => [
	{
		keys: ['f', 'ArrowLeft'],
		shown: 'F',
		says: 'left',
		answers: 'the left one',
		run: () => void view.answer('left')
	},
	{
		keys: [' '],
		shown: 'Space',
		says: 'neither',
		answers: 'neither',
		run: () => void view.answer('neither')
	},
	{
		keys: ['j', 'ArrowRight'],
		shown: 'J',
		says: 'right',
		answers: 'the right one',
		run: () => void view.answer('right')
	},
	{ keys: ['s'], shown: 'S', says: 'skip', run: () => view.skip() },
	// Its key is that of every view.
	{ keys: [], shown: 'U', says: 'undo', run: () => void undo.back() },
	{
		keys: ['l'],
		shown: 'L',
		says: 'loupe',
		run: () => (view.loupe.on = !view.loupe.on)
	},
	{ keys: ['b'], shown: 'B', says: 'blink', run: () => (view.blinking = !view.blinking) },
	{
		keys: ['+', '=', '-'],
		shown: '+ -',
		says: 'closer',
		run: (key) => {
			const by = key === '-' ? 1 / 1.5 : 1.5;
			if (view.loupe.on) view.loupe.times(key === '-' ? 0.5 : 2);
			else view.lookTimes(by);
		}
	}
];

/** What answers, as the buttons of an answer bar. */
export const choicesOf = (keys: readonly PairsKey[]) =>
	keys.flatMap(({ shown, answers, run }) =>
		answers ? [{ key: shown, says: answers, run: () => run(''), narrow: shown === 'Space' }] : []
	);

/** The name of a pressed key as views of pairs know it; null when a field, a dialog or the browser has it. */
export function keyPressed(event: KeyboardEvent): string | null {
	const at = event.target as HTMLElement;
	if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return null;
	if (layers.any || takesLetters(at)) return null;
	if (at.closest('[role=tab]') && /^Arrow/.test(event.key)) return null;
	if (!session.letters && event.key.length === 1 && event.key !== ' ') return null;
	// A button that has the focus keeps the space bar.
	if (event.key === ' ' && at.closest('button, a') && !at.closest('[data-answers]')) return null;
	return event.key.length === 1 ? event.key.toLowerCase() : event.key;
}
