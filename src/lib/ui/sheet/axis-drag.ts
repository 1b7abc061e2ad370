import { isAxisId, type Axes, type AxisId } from '$lib/core/sheet';
import type { SheetState } from './state.svelte';

/** What is dragged says so by this kind, so that nothing else can be dropped on an axis. */
const KIND = 'application/x-axis';

/** Makes an element something that can be dragged onto an axis. */
export const carried = (view: SheetState, axis: AxisId | null) => ({
	draggable: axis !== null,
	ondragstart: (event: DragEvent) => {
		if (!axis || !event.dataTransfer) return;
		event.dataTransfer.setData(KIND, axis);
		event.dataTransfer.effectAllowed = 'move';
		view.carrying = axis;
	},
	ondragend: () => (view.carrying = null)
});

/** Makes an element a place where something is let go: on an axis, or off all of them as a page. */
export const well = (view: SheetState, name: keyof Axes | 'page') => ({
	ondragover: (event: DragEvent) => {
		if (event.dataTransfer?.types.includes(KIND)) event.preventDefault();
	},
	ondrop: (event: DragEvent) => {
		const axis = event.dataTransfer?.getData(KIND);
		if (!isAxisId(axis)) return;
		event.preventDefault();
		event.stopPropagation();
		view.carrying = null;
		if (name !== 'page') view.turn(name, axis);
		else {
			const from = (['rows', 'columns', 'then'] as const).find((each) => view.axes[each] === axis);
			if (from) view.turn(from, 'none');
		}
	}
});
