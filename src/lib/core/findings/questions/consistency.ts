import type { Evidence } from '$lib/core/judge';
import { defineFinding } from '../finding';
import { mcnemarExact, wilson, Z90, type Rate } from '../statistics';
import { span } from '../words';

/** How one judge answers. */
export interface Consistency {
	judge: string;
	pairs: number;
	/** Answers given alike when a pair came again with its sides changed. */
	alike: Rate;
	/** Left chosen, of answers for a side. */
	left: Rate;
	neither: number;
	/** Kept of blind marks, and of open ones. */
	keptBlind: Rate;
	keptOpen: Rate;
}

/** Chance that a lean of any judge is reported falsely, at most. */
const FALSE_LEAN = 0.03;

const turned = { left: 'right', right: 'left', neither: 'neither' } as const;

export const consistency = defineFinding<'consistency', Consistency>({
	id: 'consistency',
	question: 'Is everyone consistent?',
	method:
		'One pair in ten comes again with its sides swapped. Alike counts how often the same take was chosen, or neither both times. Left counts how often the left one was chosen among answers for a side. A lean is reported only if an exact binomial test, corrected for the number of judges, finds it. Intervals are Wilson\u2019s, 90%.',
	source: 'Wilson 1927; Clopper and Pearson 1934',
	place: 'more',
	compute: ({ evidence }) => {
		const judges = [...new Set([...evidence.pairs, ...evidence.marks].map(({ judge }) => judge))];
		return judges.map((judge) => {
			const data = consistencyOf(evidence, judge);
			const { left, alike } = data;
			const leans = mcnemarExact(left.count, left.of - left.count) < FALSE_LEAN / judges.length;
			const parts = [
				alike.of
					? `${alike.count} of ${alike.of} repeated pairs got the same answer${alike.of < 5 ? ', too few to tell' : ` (${span(alike)})`}.`
					: data.pairs
						? 'No pair has been repeated yet.'
						: '',
				left.of ? `The left one was chosen in ${left.count} of ${left.of} (${span(left)}).` : '',
				leans ? 'That is a lean to one side. The model allows for it.' : '',
				data.keptBlind.of && data.keptOpen.of
					? `${data.keptBlind.count} of ${data.keptBlind.of} were kept blind, ${data.keptOpen.count} of ${data.keptOpen.of} with the settings in sight.`
					: data.keptOpen.of && !data.keptBlind.of
						? 'All marks were made with the settings in sight.'
						: ''
			].filter(Boolean);
			const rates: [string, Rate][] = [
				['Same answer when repeated', data.alike],
				['Left of both sides', data.left],
				['Kept, blind', data.keptBlind],
				['Kept, settings in sight', data.keptOpen]
			];
			return {
				id: judge || 'me',
				about: judge ? `How ${judge} answers` : 'How you answer',
				says: parts.join(' '),
				data,
				drawing: null,
				table: {
					columns: ['', 'Count', 'Of', 'From', 'To'],
					rows: rates.map(([name, rate]) => [
						name,
						rate.count,
						rate.of,
						rate.of ? rate.low.toFixed(2) : '',
						rate.of ? rate.high.toFixed(2) : ''
					])
				}
			};
		});
	}
});

/** How one judge answers, in counts. */
export function consistencyOf(
	evidence: Pick<Evidence, 'marks' | 'pairs'>,
	judge: string
): Consistency {
	const pairs = evidence.pairs.filter((one) => one.judge === judge);
	const marks = evidence.marks.filter((one) => one.judge === judge);
	const first = new Map<string, 'left' | 'right' | 'neither'>();
	let [alike, again] = [0, 0];
	for (const { left, right, answer } of pairs) {
		const before = first.get(`${right} ${left}`);
		if (before === undefined) {
			first.set(`${left} ${right}`, answer);
			continue;
		}
		again++;
		if (turned[before] === answer) alike++;
		first.delete(`${right} ${left}`);
	}
	const sides = pairs.filter(({ answer }) => answer !== 'neither');
	const kept = (blind: boolean) => {
		const of = marks.filter((mark) => mark.blind === blind);
		return wilson(of.filter(({ mark }) => mark === 'keep').length, of.length, Z90);
	};
	return {
		judge,
		pairs: pairs.length,
		alike: wilson(alike, again, Z90),
		left: wilson(sides.filter(({ answer }) => answer === 'left').length, sides.length, Z90),
		neither: pairs.length - sides.length,
		keptBlind: kept(true),
		keptOpen: kept(false)
	};
}
