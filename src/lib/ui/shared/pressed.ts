/** Pointers that are down: several on a screen that takes fingers. */
const down = new Set<number>();
/** What waits for them to be let go. */
const waiting = new Set<() => void>();

const letGo = () => {
	down.clear();
	const acts = [...waiting];
	waiting.clear();
	for (const act of acts) act();
};

const up = ({ pointerId }: PointerEvent) => {
	down.delete(pointerId);
	// The click that this makes comes first: it is to find what was pressed.
	if (!down.size) setTimeout(() => !down.size && letGo());
};

if (typeof window !== 'undefined') {
	// Other buttons open menus, which may keep it to themselves when they are let go.
	const press = ({ pointerId, button }: PointerEvent) => button === 0 && down.add(pointerId);
	addEventListener('pointerdown', press, true);
	addEventListener('pointerup', up, true);
	addEventListener('pointercancel', up, true);
	// Let go where the page hears nothing of it.
	addEventListener('blur', letGo);
	const moved = ({ buttons, pointerType }: PointerEvent) =>
		down.size && !buttons && pointerType === 'mouse' && letGo();
	addEventListener('pointermove', moved, { capture: true, passive: true });
}

/**
 * Does at once what moves parts of a page of itself, or, while a pointer is down, when it is let go: else what is
 * being pressed would be drawn away from under it, and the press be lost. The same act waits once.
 */
export function whenReleased(act: () => void): void {
	if (down.size) waiting.add(act);
	else act();
}
