import { stream } from '$lib/core/random';
import { defineFinding } from '../finding';
import { kendallW } from '../statistics';
import { listed, settingSays, short } from '../words';

/** How far judges agree. */
export interface Agreement {
	judges: string[];
	/** Kendall's W over takes that all of them judged, 0 to 1. */
	w: number;
	/** W that one in twenty judges who answer by chance would reach. */
	byChance: number;
	takes: number;
	/** Takes on which they differ most, by id. */
	divide: string[];
}

/** Shuffles of every judge's answers that the reference value comes from. */
const SHUFFLES = 400;
const LEAST_TAKES = 4;

export const judges = defineFinding<'judges', Agreement>({
	id: 'judges',
	question: 'How far do judges agree?',
	reckoned:
		'Every judge\u2019s score of a take is the share of its pairs that it won, a tie counting half. Kendall\u2019s W tells how far the scores put the takes into one order: 1 the same, 0 none. The reference value is what 5 in 100 shuffles of the scores reach.',
	source: 'Kendall and Babington Smith 1939',
	place: 'more',
	compute: ({ evidence }) => {
		const names = [...new Set(evidence.pairs.map(({ judge }) => judge))];
		if (names.length < 2) return [];
		const scores = names.map((judge) => {
			const won = new Map<string, { points: number; of: number }>();
			const note = (take: string, points: number) => {
				const one = won.get(take) ?? { points: 0, of: 0 };
				won.set(take, { points: one.points + points, of: one.of + 1 });
			};
			for (const { left, right, answer } of evidence.pairs.filter((one) => one.judge === judge)) {
				const points = answer === 'left' ? 1 : answer === 'right' ? 0 : 0.5;
				note(left, points);
				note(right, 1 - points);
			}
			return won;
		});
		const shared = evidence.takes
			.map(({ id }) => id)
			.filter((id) => scores.every((one) => one.has(id)));
		const settingOf = new Map(evidence.takes.map(({ id, stops }) => [id, stops]));
		const called = (id: string) => settingSays(evidence, settingOf.get(id) ?? []);
		const who = listed(names.map((name) => name || 'you'));
		if (shared.length < LEAST_TAKES)
			return [
				{
					id: 'judges',
					about: 'Agreement',
					says: `${who} judged ${shared.length === 1 ? 'one take' : `${shared.length} takes`} in common: too few to tell how far they agree.`,
					data: { judges: names, w: NaN, byChance: NaN, takes: shared.length, divide: [] },
					drawing: null,
					table: null
				}
			];
		const rows = scores.map((one) => shared.map((id) => one.get(id)!.points / one.get(id)!.of));
		const w = kendallW(rows);
		const draw = stream('judges');
		const chance = Array.from({ length: SHUFFLES }, () =>
			kendallW(rows.map((row) => draw.shuffle(row)))
		)
			.filter((one) => !Number.isNaN(one))
			.sort((a, b) => a - b);
		const byChance = chance[Math.floor(0.95 * chance.length)] ?? 1;
		const spread = shared
			.map((id, i) => {
				const values = rows.map((row) => row[i]);
				return { id, by: Math.max(...values) - Math.min(...values) };
			})
			.sort((a, b) => b.by - a.by);
		const divide = spread
			.filter(({ by }) => by >= 0.5)
			.slice(0, 4)
			.map(({ id }) => id);
		return [
			{
				id: 'judges',
				about: 'Agreement',
				says: `Kendall\u2019s W of ${who} is ${short(w)} over ${shared.length} takes, chance alone seldom passes ${short(byChance)}. ${
					w > byChance
						? 'They agree on what is better.'
						: 'They do not agree more than chance would.'
				}${divide.length ? ` ${divide.length === 1 ? 'One take divides' : `${divide.length} takes divide`} them.` : ''}`,
				data: { judges: names, w, byChance, takes: shared.length, divide },
				drawing: null,
				shows: divide,
				table: {
					columns: ['take', ...names.map((name) => name || 'you')],
					rows: spread
						.slice(0, 20)
						.map(({ id }) => [called(id), ...rows.map((row) => short(row[shared.indexOf(id)]))])
				}
			}
		];
	}
});
