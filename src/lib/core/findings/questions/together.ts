import { effectIn } from '$lib/core/judge';
import { defineFinding } from '../finding';
import { figureOf, shareOf, type Figure } from '../drawn';
import { capital, short, stopSays, sure } from '../words';

/** What two dials do together beside the sum of both. */
export interface TogetherFinding {
	dials: [string, string];
	/** By stops of the first and of the second: score beside the sum. */
	beside: Figure[][];
	/** Chance that someone would miss some of it. */
	much: number;
}

/** Score beside the sum that someone would miss. */
const MUCH = 0.4;
/** Chance of a false claim over all cells of all pairs of dials, at most. */
const FALSE_CLAIM = 0.05;
/** How sure it must be that nothing of it would be missed. */
const SURE_OF_NONE = 0.97;

export const together = defineFinding<'together', TogetherFinding>({
	id: 'together',
	question: 'Do two dials work together?',
	method:
		'The score of a pair of stops beside the sum of both. It is estimated only if every pair of their stops was made and there are more settings than effects. With few judgements it is drawn towards none.',
	source: 'two-way layout with interaction (Hollander and Wolfe); the model of the answer',
	place: 'dials',
	compute: ({ evidence, fit, judged }) => {
		if (!judged) return [];
		const { draws, layout } = fit;
		const tried = layout.together.reduce(
			(sum, { of: [a, b] }) =>
				sum + evidence.dials[a].stops.length * evidence.dials[b].stops.length,
			0
		);
		return layout.together.map(({ of: [a, b], feature }) => {
			const [rows, columns] = [evidence.dials[a], evidence.dials[b]];
			const at = (i: number, j: number) => (d: number) =>
				effectIn(draws, feature + i * columns.stops.length + j, d);
			const beside = rows.stops.map((_, i) =>
				columns.stops.map((_, j) =>
					figureOf(Float64Array.from({ length: draws.count }, (_, d) => at(i, j)(d)))
				)
			);
			const much = shareOf(draws.count, (d) =>
				rows.stops.some((_, i) => columns.stops.some((_, j) => Math.abs(at(i, j)(d)) > MUCH))
			);
			const cells = beside.flatMap((row, i) => row.map((figure, j) => ({ i, j, ...figure })));
			const most = cells.reduce((p, q) => (Math.abs(q.mean) > Math.abs(p.mean) ? q : p));
			const likely = Math.max(
				shareOf(draws.count, (d) => at(most.i, most.j)(d) > 0),
				shareOf(draws.count, (d) => at(most.i, most.j)(d) < 0)
			);
			const [one, two] = [rows.label, columns.label.toLowerCase()];
			const cell = `${stopSays(rows, most.i)} with ${stopSays(columns, most.j)}`;
			const says =
				1 - likely <= FALSE_CLAIM / tried && Math.abs(most.mean) > MUCH / 2
					? `${capital(cell)} is ${most.mean > 0 ? 'better' : 'worse'} than each of them alone suggests (${sure(likely)} likely).`
					: much <= 1 - SURE_OF_NONE
						? `${one} and ${two} act independently.`
						: `These judgements don\u2019t show whether ${one.toLowerCase()} and ${two} work together.`;
			return {
				id: `${rows.id} ${columns.id}`,
				about: `${one} with ${two}`,
				says,
				data: { dials: [rows.id, columns.id], beside, much },
				drawing: {
					kind: 'grid' as const,
					rows: rows.stops.map(({ label }) => label),
					columns: columns.stops.map(({ label }) => label),
					values: beside.map((row) => row.map(({ mean }) => mean)),
					axes: [rows.label, columns.label] as [string, string]
				},
				table: {
					columns: [rows.label, columns.label, 'Score beside the sum', 'From', 'To'],
					rows: cells.map(({ i, j, mean, low, high }) => [
						rows.stops[i].label,
						columns.stops[j].label,
						short(mean),
						short(low),
						short(high)
					])
				}
			};
		});
	}
});
