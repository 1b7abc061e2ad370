import {
	axisOf,
	contactPage,
	gridOf,
	widestOf,
	labelsOf,
	type AxisId,
	type AxisStop,
	type Known
} from '$lib/core/sheet';
import type { Take } from '$lib/core/schema';
import * as store from '$lib/store';
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
	if (view.onWall) return wallDrawing(view, { title, held, caption });
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
		page: contactPage(grid.length, across, widestOf(view.cells), { rowLabels: rows !== null }),
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

type Grid = readonly (readonly (Take | null)[])[];

/** The pictures of a grid, and what stands under each. */
const filled = async (grid: Grid, caption: (take: Take) => string | null) => ({
	pictures: await Promise.all(
		grid.map((row) =>
			Promise.all(
				row.map(async (take) =>
					take?.state === 'done' ? ((await store.pictureOf(take.id))?.picture ?? null) : null
				)
			)
		)
	),
	captions: grid.map((row) => row.map((take) => (take ? caption(take) : null)))
});

/** The same of a wall: all its takes in their order, under no labels. */
async function wallDrawing(
	view: SheetState,
	{ title, held, caption }: { title: string; held: string; caption: (take: Take) => string | null }
): Promise<ContactDrawing> {
	const ratio = widestOf(view.cells);
	const grid = gridOf(view.cells.flat(2), ratio);
	const across = grid[0]?.length ?? 1;
	return {
		page: contactPage(grid.length, across, ratio, { rowLabels: false, columnLabels: false }),
		title,
		held,
		columns: [],
		rows: [],
		...(await filled(grid, caption))
	};
}
