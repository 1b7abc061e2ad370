import { defineFinding } from '../finding';
import type { Known } from '../known';
import { many, sure } from '../words';
import { inOrder, placed, type Placed } from './best';

/** A round of successive halving: which settings are still in question, and which can't win. */
export interface Round {
	left: Placed[];
	dropped: (Placed & { why: string })[];
	/** Fresh seeds for every setting that is left, for as many takes as the first round had. */
	seeds: number;
}

/** Chance that the best setting is among those that are dropped, at most. */
const CANNOT_WIN = 0.02;
/** Fewer settings than this need no rounds. */
const LEAST = 4;
const SEEDS = { least: 2, most: 12 };

/** Takes that the first round made of every setting: those that were dropped then have no more. */
const takesEach = ({ settings }: Known): number =>
	Math.min(...settings.map(({ takes }) => takes.length));

/** Fresh seeds on which so many settings cost about what all did in the first round. */
export const seedsFor = (all: number, each: number, left: number): number =>
	Math.max(SEEDS.least, Math.min(SEEDS.most, Math.round((all * each) / Math.max(1, left))));

export const rounds = defineFinding<'rounds', Round>({
	id: 'rounds',
	question: 'What can be dropped?',
	method:
		'Settings are dropped from the last place up, as long as the chance that the best one is among them stays under 2%. The others run on more fresh seeds, so that every round costs about as much. This is successive halving, with the chance of being best in place of the half.',
	source: 'Jamieson and Talwalkar 2016',
	place: 'answer',
	compute: (known) => {
		const { settings, standing } = known;
		if (settings.length < LEAST || standing.settled || !known.judged) return [];
		const order = inOrder(known);
		let [first, chance] = [order.length, 0];
		while (first > 1 && chance + standing.chance[order[first - 1]] <= CANNOT_WIN)
			chance += standing.chance[order[--first]];
		const [left, gone] = [order.slice(0, first), order.slice(first)];
		if (!gone.length || left.length < 2) return [];
		const data: Round = {
			left: left.map((s) => placed(known, s)),
			dropped: gone.map((s) => ({
				...placed(known, s),
				why: `${sure(standing.chance[s])} likely to be the best`
			})),
			seeds: seedsFor(settings.length, takesEach(known), left.length)
		};
		return [
			{
				id: 'rounds',
				about: 'Next round',
				says: `${gone.length} of ${many(settings.length, 'setting')} can\u2019t win any more. ${many(left.length, 'setting is', 'settings are')} left.`,
				data,
				drawing: null,
				table: {
					columns: ['Dropped', 'Chance of being best', 'Loss', 'Why'],
					rows: data.dropped.map(({ says, chance, loss, why }) => [
						says,
						sure(chance),
						loss.toFixed(2),
						why
					])
				}
			}
		];
	}
});
