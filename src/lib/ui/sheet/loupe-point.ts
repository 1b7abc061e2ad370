import { placeWithin } from '$lib/core/sheet';
import type { LoupeState } from '$lib/ui/takes';

/** One loupe at the same relative place of every picture: a move of the pointer is a place. */
export function pointLoupe(loupe: LoupeState, event: PointerEvent): void {
	if (!loupe.on) return;
	const cell = (event.target as Element).closest('[data-take]');
	const image = cell?.querySelector<HTMLImageElement>(':scope > img');
	if (!image) return;
	const box = image.getBoundingClientRect();
	const at = { x: event.clientX - box.left, y: event.clientY - box.top };
	loupe.at = placeWithin(at, box, { width: image.naturalWidth, height: image.naturalHeight });
}
