import { defineFinding } from '../finding';
import { takeWorths } from '../take-worths';
import { spearman } from '../statistics';
import { short } from '../words';

/** Which measure goes with worth. */
export interface Hint {
	measure: string;
	/** Rank correlation over takes, with an interval of 90%. */
	rank: number;
	low: number;
	high: number;
	takes: number;
	/** Along each dial: correlation of a stop's mean measure with its mean worth. */
	along: { dial: string; rank: number }[];
}

const LEAST_TAKES = 12;
/** A correlation that is worth saying. */
const SAID = 0.3;

export const hints = defineFinding<'hints', Hint>({
	id: 'hints',
	question: 'Do measures explain it?',
	reckoned:
		'Rank correlation of each measure with the worth of the takes, from -1 to 1, with an interval of 90% by Fisher\u2019s transformation. It goes with worth; whether it is the reason cannot be told from it.',
	source: 'Spearman 1904; Fisher 1921',
	place: 'more',
	compute: (known) => {
		const { evidence } = known;
		if (!evidence.marks.length && !evidence.pairs.length) return [];
		const worths = takeWorths(known);
		const ids = [...new Set(evidence.takes.flatMap(({ measures }) => Object.keys(measures)))];
		const all = ids.flatMap((measure): Hint[] => {
			const there = evidence.takes.flatMap((take, i) =>
				take.measures[measure] === undefined
					? []
					: [{ value: take.measures[measure], worth: worths[i], stops: take.stops }]
			);
			if (there.length < LEAST_TAKES) return [];
			const rank = spearman(
				there.map(({ value }) => value),
				there.map(({ worth }) => worth)
			);
			if (Number.isNaN(rank)) return [];
			const half = 1.645 / Math.sqrt(there.length - 3);
			const z = Math.atanh(Math.max(-0.999, Math.min(0.999, rank)));
			const along = evidence.dials.flatMap(({ id, stops }, d) => {
				const means = stops.flatMap((_, s) => {
					const here = there.filter((one) => one.stops[d] === s);
					const mean = (of: 'value' | 'worth') =>
						here.reduce((sum, one) => sum + one[of], 0) / here.length;
					return here.length ? [{ value: mean('value'), worth: mean('worth') }] : [];
				});
				const one = spearman(
					means.map(({ value }) => value),
					means.map(({ worth }) => worth)
				);
				return means.length > 2 && !Number.isNaN(one) ? [{ dial: id, rank: one }] : [];
			});
			return [
				{
					measure,
					rank,
					low: Math.tanh(z - half),
					high: Math.tanh(z + half),
					takes: there.length,
					along
				}
			];
		});
		if (!all.length) return [];
		const order = all.sort((a, b) => Math.abs(b.rank) - Math.abs(a.rank));
		const name = (id: string) => evidence.names.measures[id] ?? id;
		const said = order
			.filter(({ rank, low, high }) => Math.abs(rank) >= SAID && low * high > 0)
			.slice(0, 2);
		const says = said.length
			? said
					.map(
						({ measure, rank }) =>
							`${rank > 0 ? 'More' : 'Less'} ${name(measure)} goes with what is preferred (${short(rank)}).`
					)
					.join(' ')
			: 'No measure goes with what is preferred.';
		return [
			{
				id: 'hints',
				about: 'Hints from measures',
				says,
				data: order[0],
				drawing: {
					kind: 'intervals' as const,
					even: 0,
					unit: 'goes with worth, -1 to 1',
					rows: order.slice(0, 9).map(({ measure, rank, low, high }) => ({
						label: name(measure),
						middle: rank,
						low,
						high,
						leads: said.some((one) => one.measure === measure)
					}))
				},
				table: {
					columns: [
						'measure',
						'goes with worth',
						'from',
						'to',
						'takes',
						...evidence.dials.map(({ label }) => `along ${label.toLowerCase()}`)
					],
					rows: order.map(({ measure, rank, low, high, takes, along }) => [
						name(measure),
						short(rank),
						short(low),
						short(high),
						takes,
						...evidence.dials.map(({ id }) => {
							const one = along.find(({ dial }) => dial === id);
							return one ? short(one.rank) : '';
						})
					])
				}
			}
		];
	}
});
