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
export function takesKey(at: HTMLElement, event: KeyboardEvent): boolean {
	if (at.closest('textarea, select, [role=menu], [role=dialog], [role=listbox]')) return true;
	// What is turned by arrows takes those alone.
	if (at.closest('[role=slider], [role=tab]')) return /^(Arrow|Home|End)/.test(event.key);
	// A box that is ticked takes none.
	const field = at.closest('input')?.type;
	return field !== undefined && field !== 'checkbox';
}
