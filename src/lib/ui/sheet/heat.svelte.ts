import { heatOf, valueOf } from '$lib/core/measure';
import type { Measuring } from '$lib/ui/measures';
import type { SheetState } from './state.svelte';

/** How far up each take's measure lies among those in sight, 0 to 1; null where it has none. */
export function sharesOf(view: SheetState, measuring: Measuring): (id: string) => number | null {
	const valueIn = (id: string) =>
		view.address.measure ? valueOf(measuring.of.get(id), view.address.measure) : undefined;
	const heat = $derived(heatOf(view.shown.flatMap(({ id }) => valueIn(id) ?? [])));
	return (id) => heat(valueIn(id));
}
