import { noEvidence, type Evidence } from '$lib/core/judge';
import { stream } from '$lib/core/random';

/** How a plan is made and marked whose truth is known. */
export interface JudgedPlan {
	dials: Evidence['dials'];
	/** Seeds on which every setting is run. */
	seeds: number;
	/** Score of a setting by its stops; kept above 0.8, dropped below -0.8. */
	score?: (stops: readonly number[]) => number;
	/** Deviation from it, of every take by itself. @default 0.2 */
	takeEffect?: number;
	/** Another one gives other take effects. @default 0 */
	roll?: number;
	/** Settings that are not made. */
	without?: (stops: readonly number[]) => boolean;
	/** Credits of a take. */
	credits?: (stops: readonly number[]) => number;
}

/** Every combination of the dials' stops but what is left out, on every seed, marked. */
export function judgedPlan(plan: JudgedPlan): Evidence {
	const {
		dials,
		seeds,
		score = () => 0,
		takeEffect = 0.2,
		roll = 0,
		without = () => false,
		credits
	} = plan;
	const draw = stream(`judged plan|${roll}`);
	const takes: Evidence['takes'] = [];
	const marks: Evidence['marks'] = [];
	const settings = dials.reduce<number[][]>(
		(all, { stops }) => all.flatMap((at) => stops.map((_, s) => [...at, s])),
		[[]]
	);
	for (const stops of settings.filter((at) => !without(at)))
		for (let seed = 0; seed < seeds; seed++) {
			const id = `t${takes.length}`;
			takes.push({
				id,
				stops,
				chance: `${seed}`,
				faults: [],
				measures: {},
				...(credits ? { credits: credits(stops) } : {})
			});
			// Even, with the deviation asked for: sqrt(12) wide.
			const u = score(stops) + takeEffect * Math.sqrt(12) * (draw.next() - 0.5);
			const mark = u > 0.8 ? 'keep' : u > -0.8 ? 'maybe' : 'drop';
			marks.push({ take: id, mark, judge: '', blind: true });
		}
	// Blind marks are given in a shuffled order: a judge who changes meets every setting early and late.
	return { ...noEvidence(), dials, takes, marks: draw.shuffle(marks) };
}
