import { stream, type Stream } from '$lib/core/random';
import { defineFinding } from '../finding';
import type { Known } from '../known';
import { spearman } from '../statistics';
import { many, short } from '../words';

/** Which measure goes with the score. */
export interface Hint {
	measure: string;
	/** Rank correlation over settings, -1 to 1. */
	rank: number;
	/** Chance that a measure which has nothing to do with the score goes with it as far, of all that were tried. */
	p: number;
	/** Settings that it was measured in. */
	settings: number;
}

const LEAST_SETTINGS = 6;
/** A correlation that is worth mentioning. */
const SAID = 0.3;
/** Chance of a false hint over all measures, at most. */
const FALSE_HINT = 0.05;
/** Ways of exchanging stops that are tried: fewer where there is much to be put into order. */
const SHUFFLES = { most: 200, least: 40 };
const MOST_ORDERED = 400_000;

export const hints = defineFinding<'hints', Hint>({
	id: 'hints',
	question: 'Do measures explain it?',
	method:
		'Rank correlation of each measure with the score, over settings and not over takes, as takes of one setting are alike. To see what chance can do, the stops of every dial are exchanged for each other 200 times (a number dial is only turned round), and the largest correlation of all measures is noted each time. A measure is named if at most 5 in 100 of these reach it. It goes with the score, which doesn\u2019t make it the reason.',
	source: 'Spearman 1904; Westfall and Young 1993 for the largest of several',
	place: 'more',
	compute: (known) => {
		const { evidence, settings, standing } = known;
		if (!known.judged) return [];
		const ids = [...new Set(evidence.takes.flatMap(({ measures }) => Object.keys(measures)))];
		const of = ids.flatMap((measure) => {
			const values = settings.flatMap(({ takes }, setting) => {
				const all = takes.flatMap((i) => evidence.takes[i].measures[measure] ?? []);
				return all.length ? [{ setting, value: all.reduce((a, b) => a + b, 0) / all.length }] : [];
			});
			const rank = spearman(
				values.map(({ value }) => value),
				values.map(({ setting }) => standing.mean[setting])
			);
			return values.length < LEAST_SETTINGS || Number.isNaN(rank)
				? []
				: [{ measure, rank, values }];
		});
		if (!of.length) return [];
		const chance = largestByChance(known, of);
		const all = of
			.map(({ measure, rank, values }): Hint => ({
				measure,
				rank,
				p: chance.filter((one) => one >= Math.abs(rank) - 1e-9).length / chance.length,
				settings: values.length
			}))
			.sort((a, b) => Math.abs(b.rank) - Math.abs(a.rank));
		const name = (id: string) => evidence.names.measures[id] ?? id;
		const said = all.filter(({ rank, p }) => Math.abs(rank) >= SAID && p <= FALSE_HINT).slice(0, 2);
		const says = said.length
			? said
					.map(
						({ measure, rank }) =>
							`Settings that you prefer tend to have ${rank > 0 ? 'more' : 'less'} ${name(measure)} (correlation ${short(rank)}).`
					)
					.join(' ')
			: `No measure clearly goes with what is preferred. ${many(all[0].settings, 'setting')} can easily line up with one by chance.`;
		return [
			{
				id: 'hints',
				about: 'Hints from measures',
				says,
				data: all[0],
				drawing: {
					kind: 'intervals' as const,
					even: 0,
					unit: 'correlation with the score, -1 to 1',
					rows: all.slice(0, 9).map(({ measure, rank }) => ({
						label: name(measure),
						middle: rank,
						low: rank,
						high: rank,
						leads: said.some((one) => one.measure === measure)
					}))
				},
				table: {
					columns: ['Measure', 'Correlation', 'By chance (p)', 'Settings'],
					rows: all.map(({ measure, rank, p, settings: count }) => [
						name(measure),
						short(rank),
						short(p),
						count
					])
				}
			}
		];
	}
});

/** Measured settings with their scores. */
interface Measured {
	values: { setting: number; value: number }[];
}

/**
 * The largest correlation of several measures when stops of the dials are exchanged for each other: scores
 * stay as they hang together along the dials, and have nothing to do with the measures.
 */
function largestByChance(
	{ evidence, settings, standing }: Known,
	all: readonly Measured[]
): number[] {
	const draw = stream('hints');
	const scores = new Map(settings.map(({ stops }, s) => [stops.join(' '), standing.mean[s]]));
	const each = all.length * settings.length;
	const length = Math.max(SHUFFLES.least, Math.min(SHUFFLES.most, Math.ceil(MOST_ORDERED / each)));
	return Array.from({ length }, () => {
		const exchanged = evidence.dials.map((dial) => exchange(dial, draw));
		const there = settings.map(({ stops }) =>
			scores.get(stops.map((stop, d) => exchanged[d][stop]).join(' '))
		);
		return all.reduce((largest, { values }) => {
			const pairs = values.flatMap(({ setting, value }) => {
				const score = there[setting];
				return score === undefined ? [] : [{ value, score }];
			});
			const rank = spearman(
				pairs.map(({ value }) => value),
				pairs.map(({ score }) => score)
			);
			return Number.isNaN(rank) ? largest : Math.max(largest, Math.abs(rank));
		}, 0);
	});
}

/** The stop that takes the place of each: any of a choice dial; a number dial stays or is turned round. */
function exchange({ kind, stops }: Known['evidence']['dials'][number], draw: Stream): number[] {
	const order = stops.map((_, s) => s);
	if (kind === 'choice') return draw.shuffle(order);
	return draw.chance(0.5) ? order : order.reverse();
}
