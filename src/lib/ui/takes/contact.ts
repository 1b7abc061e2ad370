import { contactPage, gridOf, widestOf } from '$lib/core/sheet';
import type { Take } from '$lib/core/schema';
import * as store from '$lib/store';
import type { ContactDrawing } from '$lib/workers';

type Grid = readonly (readonly (Take | null)[])[];

/** The pictures of a grid, and what stands under each. */
export const filled = async (grid: Grid, caption: (take: Take) => string | null) => ({
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

/** What a contact sheet of takes is drawn from, all of them in their order, under no labels. */
export async function wallDrawing(
	takes: readonly Take[],
	{ title, held, caption }: { title: string; held: string; caption: (take: Take) => string | null }
): Promise<ContactDrawing> {
	const ratio = widestOf([[takes]]);
	const grid = gridOf(takes, ratio);
	const across = grid[0]?.length ?? 1;
	return {
		page: contactPage(grid.length, across, ratio, {
			rowLabels: false,
			columnLabels: false,
			captions: true
		}),
		title,
		held,
		columns: [],
		rows: [],
		...(await filled(grid, caption))
	};
}
