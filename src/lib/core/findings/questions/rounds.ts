import { AS_GOOD } from '$lib/core/judge';
import { shareOf } from '../drawn';
import { defineFinding } from '../finding';
import type { Known } from '../known';
import { many, sure } from '../words';
import { placed, type Placed } from './best';

/** A round of successive halving: which settings stay in question, and which cannot win. */
export interface Round {
	left: Placed[];
	dropped: (Placed & { why: string })[];
	/** Fresh seeds for every setting that is left: as many takes as the first round had. */
	seeds: number;
}

/** A setting is dropped when it is as good as the best one with less than this chance. */
const CANNOT_WIN = 0.05;
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
	reckoned:
		'A setting is dropped when the chance that it is as good as the best one (within 0.15 of worth) is under 5%. What is left is made on more fresh seeds, so that every round costs about as much: successive halving, with the chance of being best in place of the half.',
	source: 'Jamieson and Talwalkar 2016',
	place: 'answer',
	compute: (known) => {
		const { evidence, settings, standing, worths } = known;
		if (settings.length < LEAST || standing.settled) return [];
		if (!evidence.marks.length && !evidence.pairs.length) return [];
		const over = (s: number, d: number) =>
			worths.values[standing.best * worths.draws + d] - worths.values[s * worths.draws + d];
		const order = settings.map((_, s) => s).sort((a, b) => standing.loss[a] - standing.loss[b]);
		const asGood = (s: number) => shareOf(worths.draws, (d) => over(s, d) < AS_GOOD);
		const left = order.filter((s) => s === standing.best || asGood(s) >= CANNOT_WIN);
		const gone = order.filter((s) => !left.includes(s));
		if (!gone.length || left.length < 2) return [];
		const data: Round = {
			left: left.map((s) => placed(known, s)),
			dropped: gone.map((s) => ({
				...placed(known, s),
				why: `as good as the best with a chance of ${sure(asGood(s))}`
			})),
			seeds: seedsFor(settings.length, takesEach(known), left.length)
		};
		return [
			{
				id: 'rounds',
				about: 'Next round',
				says: `${gone.length} of ${many(settings.length, 'setting')} cannot win any more; ${many(left.length, 'setting')} ${left.length === 1 ? 'is' : 'are'} left.`,
				data,
				drawing: null,
				table: {
					columns: ['dropped', 'chance of being best', 'loss', 'why'],
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
