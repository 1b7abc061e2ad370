import { effectIn } from '$lib/core/judge';
import { defineFinding } from '../finding';
import { figureOf, shareOf, type Figure } from '../drawn';
import { short, stopSays, sure } from '../words';

/** What two dials do together that is more than the sum of both. */
export interface TogetherFinding {
	dials: [string, string];
	/** By stops of the first and of the second: worth beside the sum. */
	beside: Figure[][];
	/** Chance that something of it would be minded. */
	much: number;
}

/** Worth beside the sum that would be minded. */
const MUCH = 0.4;

export const together = defineFinding<'together', TogetherFinding>({
	id: 'together',
	question: 'Do two dials work together?',
	reckoned:
		'What a pair of stops is worth beside the sum of both, where the takes that were made can tell it: every pair of stops was made, and there are more settings than effects. It is drawn towards nothing as far as the judgements are few.',
	source: 'two-way layout with interaction (Hollander and Wolfe); the model of the answer',
	place: 'dials',
	compute: ({ evidence, fit }) => {
		if (!evidence.marks.length && !evidence.pairs.length) return [];
		const { draws, layout } = fit;
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
			const cell = `${stopSays(rows, most.i)} with ${stopSays(columns, most.j)}`;
			const says =
				Math.abs(most.mean) < MUCH / 2 && much < 0.5
					? `Each does its own: what ${rows.label.toLowerCase()} does hardly depends on ${columns.label.toLowerCase()}.`
					: `${cell} is ${most.mean > 0 ? 'better' : 'worse'} than the two by themselves say (${sure(likely)} sure).`;
			return {
				id: `${rows.id} ${columns.id}`,
				about: `${rows.label} with ${columns.label.toLowerCase()}`,
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
					columns: [
						rows.label.toLowerCase(),
						columns.label.toLowerCase(),
						'worth beside the sum',
						'from',
						'to'
					],
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
