/** Whether what has the focus takes a key for itself. */
export function takesKey(at: HTMLElement, event: KeyboardEvent): boolean {
	if (at.closest('textarea, select, [role=menu], [role=dialog], [role=listbox]')) return true;
	// What is turned by arrows takes those alone.
	if (at.closest('[role=slider], [role=tab]')) return /^(Arrow|Home|End)/.test(event.key);
	// A box that is ticked takes no letters;
	const field = at.closest('input')?.type;
	if (!field) return false;
	return field !== 'checkbox';
}
