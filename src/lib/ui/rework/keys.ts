import type { MarkKind } from '$lib/core/schema';
import { markKeys } from '$lib/ui/shared';
import type { DrawnOn } from './area.svelte';

/** What the keys of the view act on. */
export interface Reworked {
	/** To the take beside the one that is shown. */
	step(by: number): void;
	mark(kind: MarkKind): void;
	/** Puts the shown one and what it is held against on the table, one wiped over the other. */
	wipe(): void;
	/** The shown one becomes what others are held against; once more, and the parent is again. */
	hold(): void;
	/** The shown one becomes the one that is reworked. */
	descend(): void;
	leave(): void;
	/** What is drawn on the picture, where an area is drawn. */
	draws(): Pick<DrawnOn, 'undo' | 'redo' | 'widen'> | undefined;
}

/** Something that a key does while a take is reworked. */
export interface ReworkKey {
	keys: readonly string[];
	shown: string;
	says: string;
	/** Whether there is anything for it to do. @default always */
	where?: () => boolean;
	run: (key: string) => void;
}

/** Keys of the view, in the order in which its foot shows them. A new one is an entry here. */
export const reworkKeys = (view: Reworked): ReworkKey[] => [
	{
		keys: ['ArrowLeft', 'ArrowRight'],
		shown: '\u2190 \u2192',
		says: 'along the line',
		run: (key) => view.step(key === 'ArrowLeft' ? -1 : 1)
	},
	{ keys: ['w'], shown: 'W', says: 'wipe', run: () => view.wipe() },
	{ keys: ['a'], shown: 'A', says: 'hold against this', run: () => view.hold() },
	{
		keys: Object.keys(markKeys),
		shown: 'K M D',
		says: 'judge',
		run: (key) => view.mark(markKeys[key])
	},
	{ keys: ['e'], shown: 'E', says: 'rework the shown one', run: () => view.descend() },
	{
		keys: ['[', ']'],
		shown: '[ ]',
		says: 'brush',
		where: () => !!view.draws(),
		run: (key) => view.draws()?.widen(key === ']' ? 1.25 : 0.8)
	},
	{
		keys: ['u', 'r'],
		shown: 'U R',
		says: 'undo, redo a stroke',
		where: () => !!view.draws(),
		run: (key) => (key === 'u' ? view.draws()?.undo() : view.draws()?.redo())
	},
	{ keys: ['Escape'], shown: 'Esc', says: 'back', run: () => view.leave() }
];
