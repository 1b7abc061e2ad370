import type { Evidence } from '$lib/core/judge';
import { figureOf, type Figure } from '../drawn';
import { defineFinding } from '../finding';
import type { Known } from '../known';
import { takesForOne, takesToBeSure, wilson, Z90, type Rate } from '../statistics';
import { creditsSay, many, percent, short, span } from '../words';
import { inOrder } from './best';

/** How often a setting gives a keeper, and what one costs. */
export interface Keepers {
	/** Kept of judged, as counted. */
	kept: Rate;
	/** The model's chance for a fresh take. */
	chance: Figure;
	/** Takes for one keeper on average: 1 / chance. */
	takes: Figure;
	/** Takes that give at least one keeper with 95%, averaged over what the chance may be. */
	sure: number;
	/** Credits for one keeper: price of a take / chance; null when no price is known. */
	cost: Figure | null;
	/** Credits of all takes that make one keeper 95% sure; null when no price is known. */
	sureCost: number | null;
}

/** Takes beyond which a keeper counts as out of reach. */
const MOST = 1000;

/** Figures of what is divided by a chance: it is low where the chance is high. */
const over = (by: number, { mean, low, high }: Figure): Figure => {
	const of = (chance: number) => by * Math.min(MOST, takesForOne(chance));
	return { mean: of(mean), low: of(high), high: of(low) };
};

export function keepersOf(known: Known, setting: number): Keepers | null {
	const drawn = known.keeps(setting);
	if (!drawn) return null;
	const marks = known.settings[setting].takes.flatMap(
		(i) => known.marks.get(known.evidence.takes[i].id) ?? []
	);
	const chance = figureOf(drawn);
	const credits = known.credits(setting);
	const sure = takesToBeSure(drawn);
	return {
		kept: wilson(marks.filter(({ mark }) => mark === 'keep').length, marks.length, Z90),
		chance,
		takes: over(1, chance),
		sure,
		cost: credits === undefined ? null : over(credits, chance),
		sureCost: credits === undefined || !Number.isFinite(sure) ? null : credits * sure
	};
}

const keptSays = ({ kept }: Keepers): string =>
	kept.of ? `${kept.count} of ${kept.of} (${span(kept)})` : 'none judged';

const sureSays = ({ sure, sureCost }: Keepers, money: Evidence['money']): string =>
	`${many(sure, 'take')}${sureCost === null ? '' : `, ${creditsSay(sureCost, money)}`}`;

/** How often it is a keeper, and what one costs, line by line. */
export function keeperLines(of: Keepers, money: Evidence['money']): [string, string][] {
	const { chance, cost, takes, sure } = of;
	return [
		['Kept of judged', keptSays(of)],
		['Chance of a keeper', `${percent(chance.mean)} (${span(chance)})`],
		[
			'One keeper, on average',
			`${many(Number(short(takes.mean, 1)), 'take')}${cost ? `, ${creditsSay(cost.mean, money)}` : ''}`
		],
		...(sure < MOST ? [['To be 95% sure of one', sureSays(of, money)] as [string, string]] : [])
	];
}

export const keepers = defineFinding<'keepers', Keepers>({
	id: 'keepers',
	question: 'How often is it a keeper, and what does one cost?',
	method:
		'Kept of judged is the plain count, with Wilson\u2019s interval. The model\u2019s chance is for a fresh seed and draws on all other judgements. Takes for one keeper are 1 divided by that chance, and its cost is the price of a take times that number. Takes to be sure are averaged over what the chance may be, so they can be far more. All intervals hold 90%.',
	source: 'Wilson 1927; Newcombe 1998; geometric distribution; MacKay 1992, eq. 10',
	place: 'more',
	compute: (known) => {
		const { standing, settings, evidence } = known;
		const all = new Map<number, Keepers | null>();
		const of = (s: number) => {
			if (!all.has(s)) all.set(s, keepersOf(known, s));
			return all.get(s)!;
		};
		const first = settings.length && known.judged ? of(standing.best) : null;
		if (!first) return [];
		const order = inOrder(known);
		const cost = first.cost
			? `, which cost ${creditsSay(first.cost.mean, evidence.money)} (${short(first.cost.low, 1)} to ${short(first.cost.high, 1)})`
			: '';
		const counted = first.kept.of
			? `${first.kept.count} of ${first.kept.of} takes of the best settings were kept (${span(first.kept)}). `
			: 'No take of the best settings has a mark yet. ';
		return [
			{
				id: 'best',
				about: 'Keepers',
				says: `${counted}The model puts the chance of a fresh keeper at ${percent(first.chance.mean)} (${span(first.chance)}). ${
					first.sure < MOST
						? `One keeper takes ${many(Number(short(first.takes.mean, 1)), 'take')} on average${cost}. To be 95% sure of one, plan ${sureSays(first, evidence.money)}.`
						: 'Hardly any take would be kept.'
				}`,
				data: first,
				drawing: {
					kind: 'rates' as const,
					unit: 'kept',
					rows: order.slice(0, 8).map((s) => {
						const { kept, chance } = of(s);
						return {
							label: known.says(s),
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
						'Settings',
						'Kept',
						'Judged',
						'From',
						'To',
						'Chance',
						'Takes to be sure',
						'Credits a keeper'
					],
					rows: order.slice(0, 20).map((s) => {
						const one = of(s);
						return [
							known.says(s),
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
