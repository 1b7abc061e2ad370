import type { Evidence } from '$lib/core/judge';
import { defineFinding } from '../finding';
import { wilson, type Rate } from '../statistics';
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

const turned = { left: 'right', right: 'left', neither: 'neither' } as const;

export const consistency = defineFinding<'consistency', Consistency>({
	id: 'consistency',
	question: 'Is everyone consistent?',
	reckoned:
		'One pair in ten comes again with its sides changed: alike is how often the same take was chosen, or neither both times. Left is how often the left one was chosen of answers for a side; half is even. Intervals are Wilson\u2019s, 95%.',
	source: 'Wilson 1927',
	place: 'more',
	compute: ({ evidence }) => {
		const judges = [...new Set([...evidence.pairs, ...evidence.marks].map(({ judge }) => judge))];
		return judges.map((judge) => {
			const data = consistencyOf(evidence, judge);
			const { left, alike } = data;
			const leans = left.of > 0 && (left.low > 0.5 || left.high < 0.5);
			const parts = [
				alike.of
					? `Answered alike in ${alike.count} of ${alike.of} pairs that came again${alike.of < 5 ? ', too few to tell' : ` (${span(alike)})`}.`
					: data.pairs
						? 'No pair came again yet.'
						: '',
				left.of
					? `Left chosen in ${left.count} of ${left.of} (${span(left)})${leans ? ': leans to one side; the model takes that out' : ''}.`
					: '',
				data.keptBlind.of && data.keptOpen.of
					? `Kept ${data.keptBlind.count} of ${data.keptBlind.of} blind, ${data.keptOpen.count} of ${data.keptOpen.of} with the settings in sight.`
					: data.keptOpen.of && !data.keptBlind.of
						? 'All marks were made with the settings in sight.'
						: ''
			].filter(Boolean);
			const rates: [string, Rate][] = [
				['alike when asked again', data.alike],
				['left of both sides', data.left],
				['kept, blind', data.keptBlind],
				['kept, settings in sight', data.keptOpen]
			];
			return {
				id: judge || 'me',
				about: judge ? `How ${judge} answers` : 'How you answer',
				says: parts.join(' '),
				data,
				drawing: null,
				table: {
					columns: ['', 'count', 'of', 'from', 'to'],
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
		return wilson(of.filter(({ mark }) => mark === 'keep').length, of.length);
	};
	return {
		judge,
		pairs: pairs.length,
		alike: wilson(alike, again),
		left: wilson(sides.filter(({ answer }) => answer === 'left').length, sides.length),
		neither: pairs.length - sides.length,
		keptBlind: kept(true),
		keptOpen: kept(false)
	};
}
