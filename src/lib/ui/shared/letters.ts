/** Whether what has the focus takes letters for itself, so that a key of one letter does nothing else. */
export const takesLetters = (at: HTMLElement): boolean =>
	at.isContentEditable ||
	!!at.closest(
		'textarea, select, input:not([type=checkbox]):not([type=range]):not([type=radio]), [role=menu], [role=dialog], [role=listbox]'
	);
