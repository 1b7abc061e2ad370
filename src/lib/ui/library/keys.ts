import type { MarkKind } from '$lib/core/schema';
import { markKeys, moveKeys, type ViewKey } from '$lib/ui/shared';

/** Something that a key does in the library. */
export interface LibraryKey extends ViewKey {
	/** How the keys are shown, and what they do, in the bar at the foot; absent where they are not. */
	shown?: string;
	says?: string;
}

/** What keys act on. */
export interface LibraryActs {
	move: (down: number, across: number) => void;
	star: () => void;
	mark: (kind: MarkKind) => void;
	toggle: () => void;
	open: () => void;
	find: () => void;
	undo: (again: boolean) => void;
	anyChosen: () => boolean;
	chooseNone: () => void;
}

/** Every key of the library. */
export const libraryKeys = (acts: LibraryActs): LibraryKey[] => [
	{
		keys: Object.keys(moveKeys),
		shown: '\u2190\u2191\u2193\u2192',
		says: 'move',
		run: (key) => acts.move(...moveKeys[key])
	},
	{ keys: ['*'], shown: '*', says: 'star', run: acts.star },
	{ keys: [' '], shown: 'Space', says: 'choose', yields: true, run: acts.toggle },
	{
		keys: Object.keys(markKeys),
		shown: 'K M D',
		says: 'judge',
		run: (key) => acts.mark(markKeys[key])
	},
	{ keys: ['Enter'], shown: 'Enter', says: 'open', yields: true, run: acts.open },
	{ keys: ['/'], shown: '/', says: 'find', run: acts.find },
	{ keys: ['u', 'r'], shown: 'U R', says: 'undo, redo', run: (key) => acts.undo(key === 'r') },
	{ keys: ['Escape'], when: acts.anyChosen, run: acts.chooseNone }
];
