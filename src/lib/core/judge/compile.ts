import type { Evidence } from './evidence';
import { basisOf, basisTogether } from './kernel';
import type { Block, Problem } from './problem';

const LEVELS = { drop: 0, maybe: 1, keep: 2 } as const;
const ANSWERS = { right: 0, neither: 1, left: 2 } as const;

/** Weak knowledge of what answers are like: in units of worth, on which a logistic has deviation 1.8. */
const weak: NonNullable<Problem['weak']> = {
	cut: { mean: -1, deviation: 2 },
	gap: { mean: Math.log(1.5), deviation: 0.8 },
	tie: { mean: Math.log(0.35), deviation: 1 },
	factor: { mean: 0, deviation: 0.4 },
	lean: { mean: 0, deviation: 0.4 }
};

/** How a fit is wanted. */
export interface Wanted {
	/** Pairs of dials, by their places, whose working together is fitted, too. */
	together: readonly (readonly [number, number])[];
	/** Nothing is known beforehand: maximum likelihood, as published fits are. */
	flat?: boolean;
	/** One scale for all, in worth, instead of scales that are integrated: quick, for a first look. */
	scale?: number;
	/** Whether judges may lean to one side. @default true, false when flat */
	lean?: boolean;
}

/** Where effects stand among features and scales. */
export interface Layout {
	problem: Problem;
	/** The first feature of every dial, and of every two dials together. */
	dials: number[];
	together: { of: readonly [number, number]; feature: number }[];
	/** What every scale is of: a dial each, all pairs of dials, luck. */
	scales: ('dial' | 'together' | 'luck')[];
	/** Of effects of dials and of dials together, without lucks. */
	effects: number;
	/** Chances whose luck is eliminated, and those whose luck stands among the features; in order. */
	innerChances: string[];
	outerChances: string[];
	/** The same over pairs that follow; null where they reach beyond what is laid out. */
	after(pairs: Evidence['pairs']): Problem | null;
}

/** Evidence as answers about sums of features; equal answers are counted, not repeated. */
export function compile(evidence: Evidence, { together, flat, lean = !flat }: Wanted): Layout {
	const takes = new Map(evidence.takes.map((take) => [take.id, take]));
	const blocks: Block[] = [];
	const scales: Layout['scales'] = [];
	let [feature, coefficient] = [0, 0];
	const add = (block: Pick<Block, 'scale' | 'basis' | 'size' | 'rank'>): number => {
		blocks.push({ ...block, feature, coefficient });
		feature += block.size;
		coefficient += block.rank;
		return feature - block.size;
	};
	const bases = evidence.dials.map(basisOf);
	const dials = bases.map((basis) => {
		scales.push('dial');
		return add({ scale: scales.length - 1, basis, size: basis.stops, rank: basis.rank });
	});
	if (together.length) scales.push('together');
	const pairsOf = together.map(([a, b]) => {
		const basis = basisTogether(bases[a], bases[b]);
		return {
			of: [a, b] as const,
			feature: add({ scale: scales.length - 1, basis, size: basis.stops, rank: basis.rank })
		};
	});
	const effects = feature;

	// Lucks that pairs compare across chances stand among the features; the others are eliminated.
	const lucks = new Map<string, number>();
	const outer = new Set<string>();
	for (const { left, right } of evidence.pairs) {
		const [a, b] = [takes.get(left), takes.get(right)];
		if (a && b && a.chance !== b.chance) outer.add(a.chance).add(b.chance);
	}
	for (const { take } of evidence.marks) {
		const chance = takes.get(take)?.chance;
		if (chance !== undefined && !outer.has(chance) && !lucks.has(chance))
			lucks.set(chance, lucks.size);
	}
	const hasLuck = !flat && (lucks.size > 0 || outer.size > 0);
	if (hasLuck) scales.push('luck');
	const luckScale = scales.length - 1;
	const outerAt = new Map<string, number>();
	if (hasLuck && outer.size) {
		const first = add({ scale: luckScale, basis: null, size: outer.size, rank: outer.size });
		[...outer].forEach((chance, i) => outerAt.set(chance, first + i));
	}

	/** Features of a take, by place. */
	const featuresOf = (stops: readonly number[], chance: string): number[] => {
		const list = stops.map((stop, d) => dials[d] + stop);
		for (const {
			of: [a, b],
			feature: at
		} of pairsOf)
			list.push(at + stops[a] * evidence.dials[b].stops.length + stops[b]);
		const luck = outerAt.get(chance);
		if (luck !== undefined) list.push(luck);
		return list;
	};

	const counted = new Map<string, Answer>();
	const note = (answer: Omit<Answer, 'count'>, counted: Map<string, Answer>) => {
		const key = `${answer.pair}|${answer.level}|${answer.inner}|${answer.index.join(',')}|${answer.value.join(',')}`;
		const known = counted.get(key);
		if (known) known.count++;
		else counted.set(key, { ...answer, count: 1 });
	};
	for (const { take, mark } of evidence.marks) {
		const of = takes.get(take);
		if (!of) continue;
		const index = featuresOf(of.stops, of.chance);
		const inner = hasLuck ? (lucks.get(of.chance) ?? -1) : -1;
		note({ index, value: index.map(() => 1), inner, pair: 0, level: LEVELS[mark] }, counted);
	}
	let [ties, answered] = [0, 0];
	const notePair = (
		{ left, right, answer }: Evidence['pairs'][number],
		into: Map<string, Answer>
	): boolean => {
		const [a, b] = [takes.get(left), takes.get(right)];
		if (!a || !b) return true;
		if (hasLuck && a.chance !== b.chance && !(outer.has(a.chance) && outer.has(b.chance)))
			return false;
		answered++;
		if (answer === 'neither') ties++;
		const difference = new Map<number, number>();
		for (const at of featuresOf(a.stops, a.chance))
			difference.set(at, (difference.get(at) ?? 0) + 1);
		for (const at of featuresOf(b.stops, b.chance))
			difference.set(at, (difference.get(at) ?? 0) - 1);
		const index: number[] = [];
		const value: number[] = [];
		for (const [at, by] of difference)
			if (by) {
				index.push(at);
				value.push(by);
			}
		note({ index, value, inner: -1, pair: 1, level: ANSWERS[answer] }, into);
		return true;
	};
	for (const pair of evidence.pairs) notePair(pair, counted);
	const all = [...counted.values()];
	const marked = all.some(({ pair }) => !pair);
	const problem: Problem = {
		blocks,
		features: feature,
		coefficients: coefficient,
		scales: scales.length,
		inner: hasLuck ? lucks.size : 0,
		innerScale: luckScale,
		...packed(all),
		levels: 3,
		free: {
			cuts: marked,
			// Without weak knowledge a tie that never came is none.
			tie: flat ? ties > 0 : answered > 0,
			factor: !flat && marked && answered > 0,
			lean: lean && answered > 0
		},
		weak: flat ? null : weak
	};
	return {
		problem,
		dials,
		together: pairsOf,
		scales,
		effects,
		innerChances: hasLuck ? [...lucks.keys()] : [],
		outerChances: hasLuck ? [...outer] : [],
		after: (pairs) => {
			const fresh = new Map<string, Answer>();
			// Without pairs so far, their own numbers were not fitted.
			if (!answered || !pairs.every((pair) => notePair(pair, fresh))) return null;
			return { ...problem, ...packed([...fresh.values()]) };
		}
	};
}

/** An answer: features with their values, and how often it was given. */
interface Answer {
	index: number[];
	value: number[];
	inner: number;
	pair: number;
	level: number;
	count: number;
}

function packed(all: readonly Answer[]) {
	const start = new Int32Array(all.length + 1);
	all.forEach(({ index }, i) => (start[i + 1] = start[i] + index.length));
	const index = new Int32Array(start[all.length]);
	const value = new Float64Array(start[all.length]);
	all.forEach((one, i) => {
		index.set(one.index, start[i]);
		value.set(one.value, start[i]);
	});
	return {
		answers: all.length,
		start,
		index,
		value,
		innerOf: Int32Array.from(all, ({ inner }) => inner),
		pair: Uint8Array.from(all, ({ pair }) => pair),
		level: Uint8Array.from(all, ({ level }) => level),
		count: Float64Array.from(all, ({ count }) => count)
	};
}
