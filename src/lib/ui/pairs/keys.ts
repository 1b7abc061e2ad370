import { undo } from '$lib/ui/shared';
import type { PairsState } from './state.svelte';

/** Something that a key does while pairs are judged. */
export interface PairsKey {
	keys: readonly string[];
	shown: string;
	says: string;
	run: (key: string) => void;
}

/** Keys of the view, in the order in which its foot shows them. A new one is an entry here. */
export const pairsKeys = (view: PairsState): PairsKey[] => [
	{ keys: ['f', 'ArrowLeft'], shown: 'F', says: 'left', run: () => void view.answer('left') },
	{ keys: ['j', 'ArrowRight'], shown: 'J', says: 'right', run: () => void view.answer('right') },
	{ keys: [' '], shown: 'Space', says: 'neither', run: () => void view.answer('neither') },
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
