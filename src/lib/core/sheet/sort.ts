import type { Take } from '$lib/core/schema';
import type { Sheet } from './sheet';

/** A sheet with its rows, or its columns, in the order of a score: the highest first. */
export function sortSheet(
	sheet: Sheet,
	along: 'rows' | 'columns',
	score: (takes: readonly Take[]) => number | null
): Sheet {
	if (along === 'rows') {
		const order = byScore(sheet.cells.map((row) => score(row.flatMap(({ takes }) => takes))));
		return {
			...sheet,
			rows: sheet.rows.length ? order.map((at) => sheet.rows[at]) : sheet.rows,
			cells: order.map((at) => sheet.cells[at])
		};
	}
	const { columns } = sheet;
	if (!columns.length) return sheet;
	// A column is as wide as there are stops that divide it.
	const wide = Math.max(1, sheet.thens.length);
	const part = (row: Sheet['cells'][number], at: number) => row.slice(at * wide, (at + 1) * wide);
	const order = byScore(
		columns.map((_, at) =>
			score(sheet.cells.flatMap((row) => part(row, at).flatMap(({ takes }) => takes)))
		)
	);
	return {
		...sheet,
		columns: order.map((at) => columns[at]),
		cells: sheet.cells.map((row) => order.flatMap((at) => part(row, at)))
	};
}

/** Places in the order of their scores; those without one last, the others as they were. */
function byScore(scores: readonly (number | null)[]): number[] {
	return scores
		.map((score, at) => ({ score: score ?? -Infinity, at }))
		.sort((a, b) => b.score - a.score || a.at - b.at)
		.map(({ at }) => at);
}

/** Mean of what is known of some takes; null when nothing is. */
export function meanOf(
	takes: readonly Take[],
	value: (take: Take) => number | undefined
): number | null {
	const known = takes.flatMap((take) => value(take) ?? []);
	return known.length ? known.reduce((a, b) => a + b, 0) / known.length : null;
}
