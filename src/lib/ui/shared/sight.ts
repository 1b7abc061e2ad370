/** What can scroll the take in focus into sight: the mats and walls of the page. */
const revealers = new Set<() => void>();

/** Has a mat asked when the take in focus is to be brought into sight. Returns a function that ends it. */
export function whenRevealed(reveal: () => void): () => void {
	revealers.add(reveal);
	return () => revealers.delete(reveal);
}

/**
 * Says whether a take's cell, or its large picture, is to be seen. A take that was scrolled away is
 * brought into sight instead: a key that marks it would act on what nobody sees.
 */
export function seenOrRevealed(takeId: string): boolean {
	const cells = document.querySelectorAll(`[data-take="${CSS.escape(takeId)}"]`);
	// Where takes are shown large there are no cells: the view is the take.
	if (!revealers.size) return true;
	for (const cell of cells) {
		const { top, bottom, left, right } = cell.getBoundingClientRect();
		const room = cell.closest('[data-sight]')?.getBoundingClientRect();
		if (!room) return true;
		if (bottom > room.top && top < room.bottom && right > room.left && left < room.right)
			return true;
	}
	for (const reveal of revealers) reveal();
	return false;
}
