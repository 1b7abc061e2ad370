import { AS_GOOD } from '$lib/core/judge';
import { defineFinding, type FindingKind } from '../finding';
import type { Known } from '../known';
import { capital, percent, short, sure } from '../words';
import { asGoodAs } from './best';

/** Quality of settings against what they cost. */
export interface Frontier {
	points: { setting: number; cost: number; preferred: number; on: boolean }[];
	/** The cheapest that is as good as the best, with the chance of it; null where none is cheaper. */
	cheaper: { setting: number; asGood: number; times: number } | null;
}

/** How sure it must be that a cheaper one is as good, to be said and to be mentioned. */
const SURE = 0.9;
const LIKELY = 0.5;

/** Quality against something that a take costs. */
function against<const Id extends string>(
	id: Id,
	words: { question: string; about: string; unit: string; less: string; least: string },
	costOf: (known: Known, setting: number) => number | undefined
): FindingKind<Id, Frontier> {
	return defineFinding<Id, Frontier>({
		id,
		question: words.question,
		method: `Every setting by ${words.unit}, averaged over its takes, and the chance that it is preferred to an average take. The line joins settings that no other one beats in both. As good means within ${AS_GOOD} of score, about 4% of preference.`,
		source: 'draws of the model; non-dominated points',
		place: 'more',
		compute: (known) => {
			const { settings, standing } = known;
			if (!known.judged) return [];
			const all = settings.flatMap((_, setting) => {
				const cost = costOf(known, setting);
				return cost === undefined ? [] : [{ setting, cost, of: known.quality(setting) }];
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
			const cheaper = best
				? all
						.filter(({ cost }) => cost < best.cost * 0.9)
						.map(({ setting, cost }) => ({
							setting,
							asGood: asGoodAs(known, setting),
							times: best.cost / cost
						}))
						.filter(({ asGood }) => asGood >= LIKELY)
						.sort(
							(a, b) =>
								Number(b.asGood >= SURE) - Number(a.asGood >= SURE) ||
								(a.asGood >= SURE ? b.times - a.times : b.asGood - a.asGood)
						)[0]
				: undefined;
			const says = cheaper
				? `${capital(known.says(cheaper.setting))} ${cheaper.asGood >= SURE ? 'is' : 'may be'} as good as the best (${sure(cheaper.asGood)} likely) and is ${short(cheaper.times, 1)} times ${words.less}.`
				: best && all.every(({ cost }) => cost >= best.cost * 0.999)
					? `The leading settings are also the ${words.least}.`
					: `No ${words.less} settings are known to be as good as the best.`;
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
							label: known.says(setting),
							x: cost,
							y: of.mean,
							low: of.low,
							high: of.high,
							on: points[i].on,
							best: setting === standing.best
						}))
					},
					table: {
						columns: ['Settings', capital(words.unit), 'Preferred', 'Beaten by none in both'],
						rows: [...points]
							.sort((a, b) => a.cost - b.cost)
							.map(({ setting, cost, preferred: share, on }) => [
								known.says(setting),
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
		question: 'Is the expensive one worth it?',
		about: 'Quality against price',
		unit: 'credits a take',
		less: 'cheaper',
		least: 'cheapest'
	},
	({ credits }, setting) => credits(setting)
);

export const time = against(
	'time',
	{
		question: 'Is it faster elsewhere?',
		about: 'Quality against time',
		unit: 'seconds a take',
		less: 'faster',
		least: 'fastest'
	},
	({ seconds }, setting) => seconds(setting)
);
