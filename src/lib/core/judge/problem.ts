import type { Basis } from './kernel';

/** Effects of one kind that share a scale: of a dial, of two dials together, of the luck of chances. */
export interface Block {
	/** Which of the scales is theirs. */
	scale: number;
	/** The first of its features, and of its coefficients. */
	feature: number;
	coefficient: number;
	/** Null where features are the coefficients themselves. */
	basis: Basis | null;
	size: number;
	rank: number;
}

/** What is weakly known of a number beforehand: normal, with its mean and deviation. */
export interface Weak {
	mean: number;
	deviation: number;
}

/**
 * Judgements as they are fitted: ordered answers about sums of features. Features carry effects
 * through the bases of their blocks. `inner` features (the luck of chances that no answer compares)
 * touch their own answers alone and are eliminated first.
 */
export interface Problem {
	blocks: Block[];
	features: number;
	coefficients: number;
	scales: number;
	/** Features with one answer's luck each, and their scale. */
	inner: number;
	innerScale: number;
	/** Answers: those about one take have `pair` 0. Feature lists one after the other. */
	answers: number;
	start: Int32Array;
	index: Int32Array;
	value: Float64Array;
	innerOf: Int32Array;
	pair: Uint8Array;
	/** 0 lowest; of a pair 0 right, 1 neither, 2 left. */
	level: Uint8Array;
	count: Float64Array;
	/** Ordered levels of a mark. */
	levels: number;
	/** What of the answers' own numbers is free: the cuts of marks, tie, factor and lean of pairs. */
	free: { cuts: boolean; tie: boolean; factor: boolean; lean: boolean };
	/** Weak knowledge of those numbers; null for none at all, as in a fit by likelihood alone. */
	weak: { cut: Weak; gap: Weak; tie: Weak; factor: Weak; lean: Weak } | null;
}

/** Places of the answers' own numbers behind the coefficients. */
export interface Own {
	cut: number;
	gaps: number;
	tie: number;
	factor: number;
	lean: number;
	/** Of coefficients and own numbers. */
	all: number;
}

export function ownOf({ coefficients, levels, free }: Problem): Own {
	let at = coefficients;
	const take = (wanted: boolean, count = 1) => {
		if (!wanted || !count) return -1;
		at += count;
		return at - count;
	};
	const cut = take(free.cuts);
	const gaps = take(free.cuts, levels - 2);
	const tie = take(free.tie);
	const factor = take(free.factor);
	const lean = take(free.lean);
	return { cut, gaps, tie, factor, lean, all: at };
}
