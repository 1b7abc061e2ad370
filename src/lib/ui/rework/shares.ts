/** Where a pointer is over something, as shares of its width and height. */
export function shareOf(event: PointerEvent, over: HTMLElement): { x: number; y: number } {
	const { left, top, width, height } = over.getBoundingClientRect();
	return { x: (event.clientX - left) / width, y: (event.clientY - top) / height };
}
