import type { Basis } from './kernel';
import { entryOf, patternOf, type Pattern } from './sparse';

/** Effects of one kind that share a scale: those of a dial, or of dials together. */
export interface Block {
	/** Index of their scale. */
	scale: number;
	/** Index of their first feature, and of their first coefficient. */
	feature: number;
	coefficient: number;
	/** Null when the features are the coefficients themselves. */
	basis: Basis | null;
	size: number;
	rank: number;
}

/** A normal prior: its mean and standard deviation. */
interface Weak {
	mean: number;
	deviation: number;
}

/** One answer: a sum of features and nodes that falls between two cuts. */
export interface Answer {
	/** Features with their values. */
	index: number[];
	value: number[];
	/** Seed and take effects with their values. */
	nodes: number[];
	nodeValues: number[];
	/** How many takes in it have no other answer: their effect is integrated out of it. */
	free: number;
	judge: number;
	/** Of a mark: from -0.5 for the judge's first to 0.5 for the last. */
	when: number;
	/** 1 for a pair, 0 for a mark. */
	pair: number;
	/** From 0 for the lowest. For a pair: 0 right, 1 neither, 2 left. */
	level: number;
	count: number;
}

/** Which numbers of the answers are fitted: the cuts of marks, tie and lean of pairs. */
interface Free {
	cuts: boolean;
	tie: boolean;
	lean: boolean;
	/** By judge: strictness with marks, lean with pairs. Empty for a single judge. */
	judges: { strict: boolean; lean: boolean }[];
	/** Whether judges may get stricter from their first mark to their last, by judge. */
	drifts: readonly boolean[];
}

/** Priors of those numbers. */
export type Priors = Record<
	'cut' | 'gap' | 'tie' | 'lean' | 'strict' | 'judgeLean' | 'drift',
	Weak
>;

/** Where the numbers of the answers stand in `x`, behind the coefficients. -1 for one that isn't fitted. */
interface Own {
	cut: number;
	gaps: number;
	tie: number;
	lean: number;
	strict: Int32Array;
	judgeLean: Int32Array;
	drift: Int32Array;
	/** Coefficients and numbers together. */
	all: number;
}

/**
 * Judgements in the form in which they are fitted: ordered answers about sums of features and of
 * nodes. Features carry the effects of dials through the bases of their blocks. Nodes are the effects
 * of single seeds and takes: many, each in a few answers, eliminated first.
 */
export interface Problem {
	blocks: Block[];
	features: number;
	coefficients: number;
	scales: number;
	nodes: number;
	/** The scale of every node. */
	nodeScale: Int32Array;
	/** The scale of take effects, also of those that are integrated out; -1 for none. */
	takeScale: number;
	/**
	 * Where the logarithm of the slope of pairs, and the slope of every judge, stand among the scales; -1
	 * for those that are 1. They multiply the effects of seeds and takes, so that they can't be fitted
	 * along with these: like scales, they are integrated over points.
	 */
	factorScale: number;
	slopeScale: Int32Array;
	pattern: Pattern;
	answers: number;
	start: Int32Array;
	index: Int32Array;
	value: Float64Array;
	nodeStart: Int32Array;
	nodeIndex: Int32Array;
	nodeValue: Float64Array;
	/** For every two nodes of an answer, first with second, first with third, second with third ...: their entry. */
	linkStart: Int32Array;
	links: Int32Array;
	free: Uint8Array;
	judge: Int32Array;
	when: Float64Array;
	pair: Uint8Array;
	level: Uint8Array;
	count: Float64Array;
	/** Ordered levels of a mark. */
	levels: number;
	own: Own;
	/** By own number; null for no prior, as in a fit by likelihood alone. */
	weak: (Weak | null)[];
}

/** Everything of a problem that isn't worked out from the rest. */
export type ProblemParts = Pick<
	Problem,
	| 'blocks'
	| 'features'
	| 'coefficients'
	| 'scales'
	| 'nodeScale'
	| 'takeScale'
	| 'factorScale'
	| 'slopeScale'
	| 'levels'
> & { answers: readonly Answer[]; free: Free; priors: Priors | null };

/** Packs answers into arrays, and finds the places of numbers and the order of elimination. */
export function problemOf(parts: ProblemParts): Problem {
	const { answers, nodeScale, coefficients, levels } = parts;
	const nodes = nodeScale.length;
	const linked: [number, number][] = [];
	for (const { nodes: of } of answers)
		for (let a = 0; a < of.length; a++)
			for (let b = a + 1; b < of.length; b++) linked.push([of[a], of[b]]);
	const pattern = patternOf(nodes, linked);
	const { own, weak } = ownOf(coefficients, levels, parts.free, parts.priors);
	const count = answers.length;
	const start = starts(answers.map(({ index }) => index.length));
	const nodeStart = starts(answers.map(({ nodes: of }) => of.length));
	// Every field by its name: objects made by spreading others have no shape in common, so the engine
	// would compile the innermost loops again for every problem.
	const problem: Problem = {
		blocks: parts.blocks,
		features: parts.features,
		coefficients,
		scales: parts.scales,
		nodes,
		nodeScale,
		takeScale: parts.takeScale,
		factorScale: parts.factorScale,
		slopeScale: parts.slopeScale,
		pattern,
		answers: count,
		start,
		index: new Int32Array(start[count]),
		value: new Float64Array(start[count]),
		nodeStart,
		nodeIndex: new Int32Array(nodeStart[count]),
		nodeValue: new Float64Array(nodeStart[count]),
		linkStart: starts(answers.map(({ nodes: of }) => (of.length * (of.length - 1)) / 2)),
		links: new Int32Array(linked.length),
		free: new Uint8Array(count),
		judge: new Int32Array(count),
		when: new Float64Array(count),
		pair: new Uint8Array(count),
		level: new Uint8Array(count),
		count: new Float64Array(count),
		levels,
		own,
		weak
	};
	linked.forEach(([a, b], i) => (problem.links[i] = entryOf(pattern, a, b)));
	answers.forEach((one, a) => {
		problem.index.set(one.index, start[a]);
		problem.value.set(one.value, start[a]);
		problem.nodeIndex.set(one.nodes, nodeStart[a]);
		problem.nodeValue.set(one.nodeValues, nodeStart[a]);
		problem.free[a] = one.free;
		problem.judge[a] = one.judge;
		problem.when[a] = one.when;
		problem.pair[a] = one.pair;
		problem.level[a] = one.level;
		problem.count[a] = one.count;
	});
	return problem;
}

function starts(lengths: readonly number[]): Int32Array {
	const out = new Int32Array(lengths.length + 1);
	lengths.forEach((length, i) => (out[i + 1] = out[i] + length));
	return out;
}

function ownOf(coefficients: number, levels: number, free: Free, priors: Priors | null) {
	const weak: (Weak | null)[] = [];
	const take = (wanted: boolean, prior: keyof Priors, count = 1) => {
		if (!wanted || !count) return -1;
		for (let i = 0; i < count; i++) weak.push(priors?.[prior] ?? null);
		return coefficients + weak.length - count;
	};
	const own = {
		cut: take(free.cuts, 'cut'),
		gaps: take(free.cuts, 'gap', levels - 2),
		tie: take(free.tie, 'tie'),
		lean: take(free.lean, 'lean'),
		strict: Int32Array.from(free.judges, ({ strict }) => take(strict, 'strict')),
		judgeLean: Int32Array.from(free.judges, ({ lean }) => take(lean, 'judgeLean')),
		drift: Int32Array.from(free.drifts, (drifts) => take(drifts, 'drift'))
	};
	return { weak, own: { ...own, all: coefficients + weak.length } };
}
