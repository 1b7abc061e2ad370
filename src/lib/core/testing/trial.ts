import {
	chooserOf,
	effectIn,
	fit,
	nextPair,
	wantedFor,
	type Evidence,
	type Fit
} from '$lib/core/judge';
import { strangeWorld, type Stranger, type StrangeWorld } from './strangers';
import { worldOf, type Rule } from './worlds';

/** What a judged world came to. */
export interface Trial {
	settled: boolean;
	pairs: number;
	/** Score that the setting named loses, and by how much the best leads the next one. */
	loses: number;
	lead: number;
	/** Whether the best one is named. */
	right: boolean;
	/** Differences of two stops whose 90% interval holds the truth, of so many. */
	covered: number;
	differences: number;
	fit: Fit;
}

const MOST_PAIRS = 120;
/** Answers between two fits: the next pairs are chosen before the last answers are in. */
const BETWEEN = 3;

/** A world whose takes are all marked by one judge, who answers the pairs, too. */
function ofRule(rule: Rule, seed: number): StrangeWorld {
	const world = worldOf(rule, seed);
	return {
		...world,
		evidence: {
			...world.evidence,
			marks: world.evidence.takes.map(({ id }, i) => ({
				take: id,
				mark: world.mark(i),
				judge: '',
				blind: true
			}))
		},
		answer: (left, right) => ({ judge: '', answer: world.answer(left, right) })
	};
}

/** Rules that a world can be made by. */
export type AnyRule = Rule | Stranger;

const isStranger = (rule: AnyRule): rule is Stranger => 'judges' in rule;

/** Answers pairs of a marked world as they are asked, until it is settled. */
export function judgeWorld(rule: AnyRule, seed: number, most = MOST_PAIRS): Trial {
	const world = isStranger(rule) ? strangeWorld(rule, seed) : ofRule(rule, seed);
	const evidence: Evidence = { ...world.evidence, pairs: [] };
	if (isStranger(rule) && rule.marksOnly) most = 0;
	const place = new Map(evidence.takes.map(({ id }, i) => [id, i]));
	const wanted = wantedFor(evidence);
	let known = fit(evidence, wanted);
	let chooser = chooserOf(known);
	while (evidence.pairs.length < most && !chooser.standing.settled) {
		for (let i = 0; i < BETWEEN; i++) {
			const pair = nextPair(chooser, null, evidence.pairs);
			if (!pair) break;
			const { left, right } = pair;
			evidence.pairs.push({
				left,
				right,
				...world.answer(place.get(left)!, place.get(right)!)
			});
		}
		known = fit({ ...evidence, pairs: [...evidence.pairs] }, wanted, known);
		chooser = chooserOf(known);
	}
	const truths = chooser.settings.map(({ stops }) => world.score(stops)).sort((a, b) => b - a);
	const named = world.score(chooser.settings[chooser.standing.best].stops);
	let [covered, differences] = [0, 0];
	world.effects.forEach((truth, d) => {
		for (let i = 0; i < truth.length; i++)
			for (let j = i + 1; j < truth.length; j++) {
				const { low, high } = between(known, d, i, j);
				const by = truth[i] - truth[j];
				differences++;
				if (low <= by && by <= high) covered++;
			}
	});
	return {
		settled: chooser.standing.settled,
		pairs: evidence.pairs.length,
		loses: truths[0] - named,
		lead: truths[0] - truths[1],
		right: named === truths[0],
		covered,
		differences,
		fit: known
	};
}

/** 5% and 95% points of the difference of two stops. */
function between({ draws, layout }: Fit, dial: number, i: number, j: number) {
	const at = layout.dials[dial];
	const by = Float64Array.from(
		{ length: draws.count },
		(_, d) => effectIn(draws, at + i, d) - effectIn(draws, at + j, d)
	).sort();
	return { low: by[Math.floor(0.05 * draws.count)], high: by[Math.floor(0.95 * draws.count)] };
}
