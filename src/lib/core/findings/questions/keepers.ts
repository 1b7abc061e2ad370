import { figureOf, type Figure } from '../drawn';
import type { Evidence } from '$lib/core/judge';
import { defineFinding } from '../finding';
import type { Known } from '../known';
import { takesForOne, takesToBeSure, wilson, type Rate } from '../statistics';
import { creditsSay, many, percent, short, span } from '../words';
import { contender } from './best';

/** How often a setting gives a keeper, and what one costs. */
export interface Keepers {
	/** Kept of judged, as counted. */
	kept: Rate;
	/** The model's chance for a fresh take. */
	chance: Figure;
	/** Takes until one, on average, and to be 95% sure of one. */
	takes: Figure;
	sure: number;
	/** Credits that one keeper costs; null where no price is known. */
	cost: Figure | null;
}

/** Takes that are told at most: beyond, hardly any is kept. */
const MOST = 1000;

export function keepersOf(known: Known, setting: number): Keepers | null {
	const drawn = known.keeps(setting);
	if (!drawn) return null;
	const marks = known.settings[setting].takes.flatMap(
		(i) => known.marks.get(known.evidence.takes[i].id) ?? []
	);
	const chance = figureOf(drawn);
	const takes = figureOf(drawn.map((p) => Math.min(MOST, takesForOne(p))));
	const credits = known.credits(setting);
	return {
		kept: wilson(marks.filter(({ mark }) => mark === 'keep').length, marks.length),
		chance,
		takes,
		sure: takesToBeSure(chance.mean),
		cost:
			credits === undefined
				? null
				: figureOf(drawn.map((p) => credits * Math.min(MOST, takesForOne(p))))
	};
}

const keptSays = ({ kept }: Keepers): string =>
	kept.of ? `${kept.count} of ${kept.of} (${span(kept)})` : 'none judged';

/** How often it is a keeper, and what one costs, line by line. */
export function keeperLines(of: Keepers, money: Evidence['money']): [string, string][] {
	const { chance, cost, sure } = of;
	return [
		['kept of judged', keptSays(of)],
		['chance of a keeper', `${percent(chance.mean)} (${span(chance)})`],
		...(cost ? [['a keeper costs', creditsSay(cost.mean, money)] as [string, string]] : []),
		...(sure < MOST ? [['95% sure of one', many(sure, 'take')] as [string, string]] : [])
	];
}

export const keepers = defineFinding<'keepers', Keepers>({
	id: 'keepers',
	question: 'How often is it a keeper, and what does one cost?',
	reckoned:
		'Kept of judged with Wilson\u2019s 95% interval is the plain count. The model\u2019s chance beside it is for a fresh seed, and borrows from all other judgements. Takes to be sure: the least number of which one at least is kept with 95%. Cost: credits of a take by its chance, over the draws.',
	source: 'Wilson 1927; Newcombe 1998; geometric distribution; MacKay 1992, eq. 10',
	place: 'more',
	compute: (known) => {
		const { standing, settings, evidence } = known;
		const of = (s: number) => keepersOf(known, s);
		const first = settings.length ? of(standing.best) : null;
		if (!first) return [];
		const order = settings.map((_, s) => s).sort((a, b) => standing.loss[a] - standing.loss[b]);
		const cost = first.cost
			? ` A keeper costs ${creditsSay(first.cost.mean, evidence.money)} (${short(first.cost.low, 1)} to ${short(first.cost.high, 1)}).`
			: '';
		return [
			{
				id: 'best',
				about: 'Keepers',
				says: `Of the best settings ${keptSays(first)} were kept; the model gives a fresh take ${percent(first.chance.mean)} (${span(first.chance)}). ${
					Number.isFinite(first.sure) && first.sure < MOST
						? `${many(first.sure, 'take')} to be 95% sure of one.`
						: 'Hardly any is kept.'
				}${cost}`,
				data: first,
				drawing: {
					kind: 'rates' as const,
					unit: 'kept',
					rows: order.slice(0, 8).map((s) => {
						const { kept, chance } = of(s)!;
						return {
							label: contender(known, s).says,
							middle: chance.mean,
							low: chance.low,
							high: chance.high,
							leads: s === standing.best,
							count: kept.count,
							of: kept.of
						};
					})
				},
				table: {
					columns: [
						'settings',
						'kept',
						'judged',
						'from',
						'to',
						'chance',
						'takes to be sure',
						'credits a keeper'
					],
					rows: order.slice(0, 20).map((s) => {
						const one = of(s)!;
						return [
							contender(known, s).says,
							one.kept.count,
							one.kept.of,
							percent(one.kept.low),
							percent(one.kept.high),
							percent(one.chance.mean),
							Number.isFinite(one.sure) ? one.sure : '',
							one.cost ? short(one.cost.mean, 1) : ''
						];
					})
				}
			}
		];
	}
});
