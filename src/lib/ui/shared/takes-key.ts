import type { MarkKind } from '$lib/core/schema';

/** Where the arrows lead, in rows and columns. */
export const moveKeys: Record<string, [down: number, across: number]> = {
	ArrowUp: [-1, 0],
	ArrowDown: [1, 0],
	ArrowLeft: [0, -1],
	ArrowRight: [0, 1]
};

/** Letters that mark a take, in every view. */
export const markKeys: Record<string, MarkKind> = { k: 'keep', m: 'maybe', d: 'drop' };

/** Whether what has the focus takes a key for itself. */
function takesKey(at: HTMLElement, event: KeyboardEvent): boolean {
	if (at.closest('textarea, select, [role=menu], [role=dialog], [role=listbox]')) return true;
	// What is turned by arrows takes those alone.
	if (at.closest('[role=slider], [role=tab]')) return /^(Arrow|Home|End)/.test(event.key);
	// A box that is ticked takes none.
	const field = at.closest('input')?.type;
	return field !== undefined && field !== 'checkbox';
}

/** A key of a view. */
export interface ViewKey {
	/** Names of keys as the browser tells them, letters small. */
	keys: readonly string[];
	/** Whether it does anything now. @default always */
	when?: () => boolean;
	/** Whether a button that has the focus goes before. */
	yields?: boolean;
	run: (key: string) => void;
}

/**
 * Runs what a pressed key does in a view, unless a field, an open dialog or the browser has it.
 *
 * @param letters whether keys of one letter or digit act
 */
export function runKey(event: KeyboardEvent, keys: readonly ViewKey[], letters: boolean): void {
	const at = event.target as HTMLElement;
	if (event.ctrlKey || event.metaKey || event.altKey) return;
	// What is open above the view has the keys, wherever the focus is.
	if (document.querySelector('.bx--modal.is-visible') || takesKey(at, event)) return;
	if (!letters && event.key.length === 1 && event.key !== ' ') return;
	const name = event.key.length === 1 ? event.key.toLowerCase() : event.key;
	const key = keys.find((one) => one.keys.includes(name) && (one.when?.() ?? true));
	if (!key || (key.yields && at.closest('a, button:not([data-take])'))) return;
	event.preventDefault();
	key.run(name);
}
