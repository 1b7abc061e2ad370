import { AS_GOOD } from '$lib/core/judge';
import { figureOf, shareOf } from '../drawn';
import { defineFinding, type FindingKind } from '../finding';
import type { Known } from '../known';
import { percent, short, sure } from '../words';
import { contender } from './best';

/** Quality of settings against what they cost. */
export interface Frontier {
	points: { setting: number; cost: number; preferred: number; on: boolean }[];
	/** The cheapest that is as good as the best, with the chance of it; null where none is cheaper. */
	cheaper: { setting: number; asGood: number; times: number } | null;
}

/** How sure it must be that one is as good before it is said. */
const SURE = 0.6;

/** Quality against something that a take costs. */
export function against<const Id extends string>(
	id: Id,
	words: { question: string; about: string; unit: string; less: string },
	costOf: (known: Known, setting: number) => number | undefined
): FindingKind<Id, Frontier> {
	return defineFinding<Id, Frontier>({
		id,
		question: words.question,
		reckoned: `Every setting by ${words.unit}, averaged over its takes, and the chance that it is preferred to an even take. The line joins those that nothing beats in both. As good: within 0.15 of worth, about 4% of preference.`,
		source: 'draws of the model; non-dominated points',
		place: 'more',
		compute: (known) => {
			const { settings, standing, worths, preferred, evidence } = known;
			if (!evidence.marks.length && !evidence.pairs.length) return [];
			const all = settings.flatMap((_, setting) => {
				const cost = costOf(known, setting);
				return cost === undefined
					? []
					: [
							{
								setting,
								cost,
								of: figureOf(preferred((d) => worths.values[setting * worths.draws + d]))
							}
						];
			});
			if (all.length < 2 || new Set(all.map(({ cost }) => cost.toFixed(2))).size < 2) return [];
			const points = all.map(({ setting, cost, of }) => ({
				setting,
				cost,
				preferred: of.mean,
				on: !all.some(
					(other) =>
						other.cost <= cost &&
						other.of.mean >= of.mean &&
						(other.cost < cost || other.of.mean > of.mean)
				)
			}));
			const best = all.find(({ setting }) => setting === standing.best);
			const worth = (s: number, d: number) => worths.values[s * worths.draws + d];
			const asGood = (s: number) =>
				shareOf(worths.draws, (d) => worth(standing.best, d) - worth(s, d) < AS_GOOD);
			const cheaper = best
				? all
						.filter(({ cost }) => cost < best.cost * 0.9)
						.sort((a, b) => a.cost - b.cost)
						.map(({ setting, cost }) => ({
							setting,
							asGood: asGood(setting),
							times: best.cost / cost
						}))
						.find((one) => one.asGood >= SURE)
				: undefined;
			const says = cheaper
				? `${contender(known, cheaper.setting).says} is as good as the best (${sure(cheaper.asGood)} sure) and ${short(cheaper.times, 1)} times ${words.less}.`
				: best && all.every(({ cost }) => cost >= best.cost * 0.999)
					? `The best is the ${words.less.replace(/er$/, 'est')} one, too.`
					: `Nothing ${words.less} is known to be as good as the best.`;
			return [
				{
					id,
					about: words.about,
					says,
					data: { points, cheaper: cheaper ?? null },
					drawing: {
						kind: 'frontier' as const,
						x: words.unit,
						points: all.map(({ setting, cost, of }, i) => ({
							label: contender(known, setting).says,
							x: cost,
							y: of.mean,
							low: of.low,
							high: of.high,
							on: points[i].on,
							best: setting === standing.best
						}))
					},
					table: {
						columns: ['settings', words.unit, 'preferred', 'nothing beats it in both'],
						rows: [...points]
							.sort((a, b) => a.cost - b.cost)
							.map(({ setting, cost, preferred: share, on }) => [
								contender(known, setting).says,
								short(cost),
								percent(share),
								on ? 'yes' : ''
							])
					}
				}
			];
		}
	});
}

export const price = against(
	'price',
	{
		question: 'Is the dear one worth it?',
		about: 'Quality against price',
		unit: 'credits a take',
		less: 'cheaper'
	},
	({ credits }, setting) => credits(setting)
);

export const time = against(
	'time',
	{
		question: 'Is it faster elsewhere?',
		about: 'Quality against time',
		unit: 'seconds a take',
		less: 'faster'
	},
	({ seconds }, setting) => seconds(setting)
);
