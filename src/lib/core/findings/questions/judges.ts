import { figureOf, shareOf, type Figure } from '../drawn';
import { defineFinding } from '../finding';
import { capital, listed, short, sure } from '../words';

/** How far judges agree. */
export interface Agreement {
	judges: string[];
	/** By judge, the slope of its answers: 1 is usual, 0 answers by chance, below 0 the other way round. */
	slopes: Figure[];
	/** Every two judges, by index, with the chance that both follow the common order. */
	pairs: { of: [number, number]; verdict: 'agree' | 'apart' | 'open'; chance: number }[];
	/** Takes in pairs that two judges answered the opposite way, by id. */
	divide: string[];
}

/** A slope above which a judge follows the common order. */
const FOLLOWS = 0.4;
/** How sure it must be that both do, or that one doesn't. */
const SURE = 0.99;
const SURE_APART = 0.9;
const MOST_SHOWN = 4;

export const judges = defineFinding<'judges', Agreement>({
	id: 'judges',
	question: 'How far do judges agree?',
	method:
		'The model gives every judge a slope: how much a difference of score changes the answers. A slope near 0 means that the answers hardly follow what the others prefer, below 0 that they go against it. Judges who saw different pairs can be compared this way.',
	source: 'Chen, Bennett, Collins-Thompson and Horvitz 2013',
	place: 'more',
	compute: ({ evidence, fit }) => {
		const names = fit.layout.judges;
		if (names.length < 2) return [];
		const { draws } = fit;
		const slope = (judge: number) => (d: number) => draws.judges[(d * names.length + judge) * 2];
		const follows = (judge: number, d: number) => slope(judge)(d) > FOLLOWS;
		const pairs = names.flatMap((_, a) =>
			names.slice(a + 1).map((_, i) => {
				const of: [number, number] = [a, a + 1 + i];
				const chance = shareOf(draws.count, (d) => of.every((judge) => follows(judge, d)));
				return {
					of,
					chance,
					verdict: chance >= SURE ? 'agree' : chance <= 1 - SURE_APART ? 'apart' : 'open'
				} as const;
			})
		);
		const called = (judge: number) => names[judge] || 'you';
		const both = ([a, b]: [number, number]) => capital(listed([called(a), called(b)]));
		const says = pairs
			.map(({ of, verdict, chance }) =>
				verdict === 'agree'
					? `${both(of)} agree on what is better (${sure(chance)} likely).`
					: verdict === 'apart'
						? `${both(of)} agree no more than chance would explain.`
						: `It is too early to tell whether ${listed(of.map(called))} agree.`
			)
			.join(' ');
		const slopes = names.map((_, judge) =>
			figureOf(Float64Array.from({ length: draws.count }, (_, d) => slope(judge)(d)))
		);
		const divide = dividing(evidence.pairs);
		return [
			{
				id: 'judges',
				about: 'Agreement',
				says: `${says}${divide.length ? ' They gave opposite answers about the takes below.' : ''}`,
				data: { judges: names, slopes, pairs, divide },
				drawing: null,
				shows: divide,
				table: {
					columns: ['Judge', 'Slope', 'From', 'To'],
					rows: slopes.map(({ mean, low, high }, judge) => [
						called(judge),
						short(mean),
						short(low),
						short(high)
					])
				}
			}
		];
	}
});

/** Takes of pairs that two judges answered the opposite way. */
function dividing(
	pairs: readonly { left: string; right: string; answer: string; judge: string }[]
): string[] {
	const chosen = new Map<string, { take: string; judge: string }>();
	const out = new Set<string>();
	for (const { left, right, answer, judge } of pairs) {
		if (answer === 'neither') continue;
		const key = [left, right].sort().join(' ');
		const take = answer === 'left' ? left : right;
		const known = chosen.get(key);
		if (!known) chosen.set(key, { take, judge });
		else if (known.judge !== judge && known.take !== take) out.add(left).add(right);
	}
	return [...out].slice(0, MOST_SHOWN);
}
