import {
	axisOf,
	contactPage,
	widestOf,
	labelsOf,
	type AxisId,
	type AxisStop,
	type Known
} from '$lib/core/sheet';
import type { Take } from '$lib/core/schema';
import { filled, wallDrawing } from '$lib/ui/takes';
import type { ContactDrawing } from '$lib/workers';
import type { SheetState } from './state.svelte';

/** What a contact sheet is drawn from: the sheet as it is laid out now, with its thumbnails large. */
export async function contactDrawing(
	view: SheetState,
	{
		title,
		held,
		known,
		caption
	}: {
		title: string;
		held: string;
		known: Known;
		caption: (take: Take) => string | null;
	}
): Promise<ContactDrawing> {
	const { sheet } = view;
	if (view.onWall) return wallDrawing(view.cells.flat(2), { title, held, caption });
	// Takes that are folded into one cell stand beside each other on paper.
	const wide = (sheet.cells[0] ?? []).map((_, c) =>
		Math.max(1, ...view.cells.map((row) => row[c].length))
	);
	const grid = view.cells.map((row) =>
		row.flatMap((takes, c) => Array.from({ length: wide[c] }, (_, i) => takes[i] ?? null))
	);
	const { rows, columns, then } = sheet.axes;
	const across = grid[0]?.length ?? 1;
	const words = (dial: AxisId | null, stops: readonly AxisStop[]) => {
		const named = dial ? labelsOf(dial, stops, known) : new Map<string, string>();
		return (key: string | undefined) => (key === undefined ? '' : (named.get(key) ?? ''));
	};
	const [ofRow, ofColumn, ofThen] = [
		words(rows, sheet.rows),
		words(columns, sheet.columns),
		words(then, sheet.thens)
	];
	const named = (label: string, dial: AxisId | null) =>
		dial && label ? `${axisOf(dial).label.toLowerCase()} ${label}` : label;
	return {
		page: contactPage(grid.length, across, widestOf(view.cells), {
			rowLabels: rows !== null,
			captions: true
		}),
		title,
		held,
		columns: (sheet.cells[0] ?? []).flatMap((cell, c) => [
			[named(ofColumn(cell.column?.key), columns), named(ofThen(cell.then?.key), then)]
				.filter(Boolean)
				.join(', '),
			...Array<string>(wide[c] - 1).fill('')
		]),
		rows: sheet.cells.map((row) => named(ofRow(row[0]?.row?.key), rows)),
		...(await filled(grid, caption))
	};
}
