import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { normals } from '$lib/core/random';
import { spread } from './basis';
import { Climber, MANY, type Start, type Top } from './climb';
import { compile, pictureOf, type Layout, type ScaleKind, type Wanted } from './compile';
import type { Evidence } from './evidence';
import { alikeIn, logPosterior } from './exact';
import { answerNumbers, slopesAt } from './likelihood';
import { pointsOver } from './points';
import { resampled, ROUGH, smoothed } from './psis';
import { addRow, addSquares, backwardRows, divideRow, shiftRow } from './rows';

/** What is believed of a scale, where its search starts, and how far it goes. */
interface Belief {
	first: number;
	least: number;
	most: number;
	/** Slope and height of its log prior. */
	slope: (at: number) => number;
	height: (at: number) => number;
}

/** A half-normal prior of a deviation in units of score; the scale is its logarithm. */
const deviation = (of: number, first: number): Belief => ({
	first: Math.log(first),
	least: -5,
	most: 2,
	slope: (at) => 1 - Math.exp(2 * at) / of ** 2,
	height: (at) => at - Math.exp(2 * at) / (2 * of ** 2)
});

/** A half-Cauchy prior of a deviation: mostly small, and large if the judgements say so (Gelman 2006). */
const halfCauchy = (of: number, first: number): Belief => ({
	first: Math.log(first),
	least: -5,
	most: 2,
	slope: (at) => 1 - 2 / (1 + (of / Math.exp(at)) ** 2),
	height: (at) => at - Math.log1p((Math.exp(at) / of) ** 2)
});

/** A normal prior. */
const normal = (mean: number, of: number): Belief => ({
	first: mean,
	least: mean - 6 * of,
	most: mean + 6 * of,
	slope: (at) => (mean - at) / of ** 2,
	height: (at) => -0.5 * ((at - mean) / of) ** 2
});

const beliefs: Record<ScaleKind, Belief> = {
	dial: deviation(1.5, 0.6),
	together: deviation(0.5, 0.3),
	seed: deviation(1, 0.6),
	take: halfCauchy(0.2, 0.2),
	/** The logarithm of the slope of pairs beside that of marks. */
	factor: normal(0, 0.3),
	/** Of a judge: 1 is like the common one, 0 answers by chance, below 0 the other way round. */
	slope: normal(1, 0.5)
};

/** Draws from the posterior. */
const DRAWS = 2000;

/** How far answers may grow before scales are searched for again: by this factor, and by this many. */
const GROWN = { times: 1.1, more: 3 };

/** A step of the search, in logarithms of scales, that is the last: points lie further apart. */
const NEAR_SCALES = 0.15;
/** Steps of the search for scales at most; fewer with many answers, which hardly depend on them. */
const ROUNDS = { few: 10, many: 2 };

/** Draws of what is known after all answers: rows of numbers, one number a draw. */
export interface Draws {
	count: number;
	/** Score of every stop of every dial, and of dials together: `effects` x `count`. */
	effects: Float64Array;
	/** Cuts below maybe and below keep, tie, factor, lean: `count` x 5. NaN where nothing was marked. */
	answers: Float64Array;
	/** Every scale: `count` x scales. */
	scales: Float64Array;
	/** Slope and lean of every judge: `count` x 2 x judges. Slope 1 and lean 0 for a single judge. */
	judges: Float64Array;
}

/** Score of one stop, or of two dials' stops together, in one draw. */
export const effectIn = ({ effects, count }: Draws, effect: number, draw: number): number =>
	effects[effect * count + draw];

/** The model fitted to evidence: where scales were tried, and draws from it. */
export interface Fit {
	evidence: Evidence;
	wanted: Wanted;
	layout: Layout;
	/** Modes at the points of the scales, and the share of each in what is known. */
	points: Point[];
	draws: Draws;
	/** Shape of the tail of the importance weights: above 0.7 the figures are rough. */
	k: number;
	rough: boolean;
	/** How many answers there were when scales were searched for. */
	centredAt: number;
}

interface Point {
	scales: Float64Array;
	weight: number;
	top: Top;
	share: number;
}

/** How many answers evidence has. */
export const answersIn = ({ marks, pairs }: Evidence): number => marks.length + pairs.length;

/**
 * Fits the joint model of marks and pairs: effects of dials, of dials together, of seeds and of takes,
 * with their scales integrated (Laplace's approximation at points round the mode of the scales; Rue,
 * Martino and Chopin 2009). Draws are reweighed against the exact posterior (Pareto-smoothed importance
 * sampling; Vehtari et al. 2024) unless answers are many.
 *
 * @param before a fit of the same dials with fewer answers: the search starts from it
 */
export function fit(evidence: Evidence, wanted: Wanted, before?: Fit): Fit {
	const layout = compile(evidence, wanted);
	const { problem } = layout;
	const climber = new Climber(problem);
	const one = wanted.flat ? Infinity : wanted.scale && Math.log(wanted.scale);
	if (one !== undefined) {
		const scales = allAt(layout, one);
		const top = climber.climb(scales, climber.begin());
		const points = [{ scales, weight: 1, top, share: 1 }];
		return {
			...{ evidence, wanted, layout, points },
			...drawsOf(layout, points, !wanted.flat),
			centredAt: answersIn(evidence)
		};
	}
	const answers = answersIn(evidence);
	const kept = before && sameShape(before.layout, layout) ? before : undefined;
	const sameScales =
		kept !== undefined &&
		answers >= kept.centredAt &&
		answers <= kept.centredAt * GROWN.times + GROWN.more;
	const start = (point: Point | undefined): Start =>
		kept && point ? carried(kept.layout, layout, point.top) : climber.begin();
	const around = sameScales
		? kept.points.map((point) => ({ ...point, from: start(point) }))
		: scalesAround(layout, climber, start(kept?.points[0]), kept?.points[0].scales);
	const points = weighed(
		layout,
		around.map(({ scales, weight, from }) => ({
			scales,
			weight,
			top: climber.climb(scales, from)
		}))
	);
	return {
		...{ evidence, wanted, layout, points },
		...drawsOf(layout, points, answers < MANY),
		centredAt: sameScales ? kept.centredAt : answers
	};
}

/** One logarithm for all scales; slopes of pairs and of judges stay where they usually are. */
const allAt = ({ scales }: Layout, one: number): Float64Array =>
	Float64Array.from(scales, (kind) =>
		kind === 'factor' || kind === 'slope' ? beliefs[kind].first : one
	);

/** Points with their shares in what is known: by the height of their posteriors. */
function weighed({ scales: kinds }: Layout, points: readonly Omit<Point, 'share'>[]): Point[] {
	const heights = points.map(
		({ scales, top }) =>
			top.evidence + kinds.reduce((sum, kind, i) => sum + beliefs[kind].height(scales[i]), 0)
	);
	const highest = Math.max(...heights);
	const shares = points.map(({ weight }, i) => weight * Math.exp(heights[i] - highest));
	const sum = shares.reduce((a, b) => a + b, 0);
	return points.map((point, i) => ({ ...point, share: shares[i] / sum }));
}

/** Whether modes of one fit are a start for another. */
const sameShape = (a: Layout, b: Layout): boolean =>
	a.problem.coefficients === b.problem.coefficients &&
	a.problem.own.all === b.problem.own.all &&
	a.scales.join() === b.scales.join();

/** A mode as a start for answers with other nodes: those that both know keep their effect. */
function carried(from: Layout, to: Layout, { x, z }: Top): Start {
	const at = new Float64Array(to.problem.nodes);
	for (const nodes of ['seedNodes', 'pictureNodes'] as const)
		for (const [key, node] of to[nodes]) at[node] = z[from[nodes].get(key) ?? -1] ?? 0;
	return { x, z: at };
}

/** Points round the mode of the scales, and where to climb from. */
function scalesAround(
	{ problem, scales: kinds }: Layout,
	climber: Climber,
	from: Start,
	before?: Float64Array
) {
	const count = kinds.length;
	const many = problem.answers >= MANY;
	const middle = before?.slice() ?? Float64Array.from(kinds, (kind) => beliefs[kind].first);
	const ofBlocks = kinds.map((kind) => kind === 'dial' || kind === 'together');
	let top = climber.climb(middle, from);
	const STEP = 0.3;
	/** Slope and curvature along a scale that isn't a block's, by the evidence on both sides. */
	const alongOther = (j: number) => {
		const { height } = beliefs[kinds[j]];
		const at = (by: number) => {
			const scales = middle.slice();
			scales[j] += by;
			return climber.evidenceAt(scales, top) + height(scales[j]);
		};
		const [low, here, high] = [at(-STEP), top.evidence + height(middle[j]), at(STEP)];
		return { slope: (high - low) / (2 * STEP), bend: (high - 2 * here + low) / STEP ** 2 };
	};
	const slopesOf = (scales: Float64Array, { slope }: Top) =>
		slope.map((one, i) => (ofBlocks[i] ? one + beliefs[kinds[i]].slope(scales[i]) : 0));
	const bends = new Float64Array(count);
	for (let round = 0; round < (many ? ROUNDS.many : ROUNDS.few); round++) {
		const slopes = slopesOf(middle, top);
		let largest = 0;
		const next = middle.slice();
		for (let j = 0; j < count; j++) {
			const along = ofBlocks[j] ? null : alongOther(j);
			if (along) bends[j] = along.bend;
			const slope = along?.slope ?? slopes[j];
			const bend = along ? Math.max(0.8, -along.bend) : 2 + 2 * Math.exp(2 * middle[j]);
			const step = Math.max(-0.6, Math.min(0.6, slope / bend));
			const { least, most } = beliefs[kinds[j]];
			next[j] = Math.max(least, Math.min(most, middle[j] + step));
			largest = Math.max(largest, Math.abs(next[j] - middle[j]));
		}
		middle.set(next);
		top = climber.climb(middle, top);
		if (largest < NEAR_SCALES) break;
	}
	// With many answers the scales hardly matter, so one point is enough.
	if (many) return [{ scales: middle, weight: 1, from: top }];
	const level = slopesOf(middle, top);
	const bend = Matrix.zeros(count, count);
	for (let j = 0; j < count; j++) {
		if (!ofBlocks[j]) {
			bend.set(j, j, bends[j]);
			continue;
		}
		const up = middle.slice();
		up[j] += STEP;
		const slopes = slopesOf(up, climber.climb(up, top, 3));
		for (let i = 0; i < count; i++) bend.set(i, j, (slopes[i] - level[i]) / STEP);
	}
	const even = Matrix.add(bend, bend.transpose()).mul(0.5);
	const { realEigenvalues, eigenvectorMatrix } = count
		? new EigenvalueDecomposition(even, { assumeSymmetric: true })
		: { realEigenvalues: [], eigenvectorMatrix: even };
	return pointsOver(count).map(({ at, weight }) => {
		const scales = middle.slice();
		at.forEach((z, k) => {
			const deviation = 1 / Math.sqrt(Math.max(0.6, -realEigenvalues[k]));
			for (let i = 0; i < count; i++) scales[i] += z * deviation * eigenvectorMatrix.get(i, k);
		});
		return { scales, weight, from: top };
	});
}

/** Normal deviates, kept: the same ones serve every fit. */
let deviates = new Float64Array(0);

/**
 * Draws from the mixture of all points, from each in proportion to its share. The draws are then reweighed
 * against the exact posterior. All draws of one point at a time, a number of theirs in one row: sums run along rows.
 */
function drawsOf(
	layout: Layout,
	points: readonly Point[],
	exact: boolean
): Pick<Fit, 'draws' | 'k' | 'rough'> {
	const { problem, effects, scales, judges } = layout;
	const { own } = problem;
	const { all } = own;
	const nodes = exact ? problem.nodes : 0;
	const wanted = DRAWS * (all + nodes);
	if (deviates.length < wanted) deviates = Float64Array.from(normals(20_170, 7, wanted));
	const effectRows = Array.from({ length: problem.features }, () => new Float64Array(DRAWS));
	const numbers = Array.from({ length: all - problem.coefficients }, () => new Float64Array(DRAWS));
	const logs = new Float64Array(DRAWS);
	const pointOf = new Int32Array(DRAWS);
	const alike = exact ? alikeIn(problem) : new Int32Array(0);
	let [from, sum] = [0, 0];
	points.forEach(({ top, scales: at, share }, point) => {
		sum += share;
		const to = point === points.length - 1 ? DRAWS : Math.max(from, Math.round(sum * DRAWS));
		if (to === from) return;
		pointOf.fill(point, from, to);
		// The deviates of one draw lie far apart, so that the same ones serve whatever their number is.
		const row = (i: number) => deviates.slice(i * DRAWS + from, i * DRAWS + to);
		const x = Array.from({ length: all }, (_, i) => row(i));
		const z = Array.from({ length: nodes }, (_, i) => row(all + i));
		const log = logs.subarray(from, to);
		if (exact) for (const deviate of [...x, ...z]) addSquares(log, 0.5, deviate);
		backwardRows(top.factor, x);
		if (exact) drawNodes(problem, top, x, z);
		x.forEach((one, i) => shiftRow(one, top.x[i]));
		const features = effectRows.map((one) => one.subarray(from, to));
		for (const { feature, coefficient, basis, size, rank } of problem.blocks)
			for (let i = 0; i < size; i++)
				if (basis)
					for (let k = 0; k < rank; k++)
						addRow(features[feature + i], basis.values[i * rank + k], x[coefficient + k]);
				else features[feature + i].set(x[coefficient + i]);
		numbers.forEach((one, i) => one.set(x[problem.coefficients + i], from));
		if (exact) {
			addRow(log, 1, logPosterior(problem, at, { x, z, features }, alike));
			shiftRow(log, -top.height);
		}
		from = to;
	});
	const { weights, k } = exact ? smoothed(logs) : { weights: null, k: -Infinity };
	const chosen = weights ? resampled(weights) : Int32Array.from({ length: DRAWS }, (_, d) => d);
	const draws: Draws = {
		count: DRAWS,
		effects: new Float64Array(effects * DRAWS),
		answers: new Float64Array(DRAWS * 5),
		scales: new Float64Array(DRAWS * scales.length),
		judges: new Float64Array(DRAWS * 2 * judges.length)
	};
	for (let e = 0; e < effects; e++)
		for (let d = 0; d < DRAWS; d++) draws.effects[e * DRAWS + d] = effectRows[e][chosen[d]];
	const x = new Float64Array(all);
	const slopes = points.map((point) => slopesAt(problem, point.scales));
	const leanOf = (judge: number) => {
		const place = own.judgeLean.length ? own.judgeLean[judge] : -1;
		return place < 0 ? 0 : x[place];
	};
	for (let d = 0; d < DRAWS; d++) {
		numbers.forEach((row, i) => (x[problem.coefficients + i] = row[chosen[d]]));
		const { cuts, tie, lean } = answerNumbers(problem, x);
		const point = pointOf[chosen[d]];
		const at = points[point].scales;
		const { factor, judges: ofJudges } = slopes[point];
		draws.answers.set([cuts[0] ?? NaN, cuts[1] ?? NaN, tie, factor, lean], d * 5);
		for (let i = 0; i < scales.length; i++) draws.scales[d * scales.length + i] = Math.exp(at[i]);
		judges.forEach((_, j) => {
			draws.judges[(d * judges.length + j) * 2] = ofJudges[j];
			draws.judges[(d * judges.length + j) * 2 + 1] = lean + leanOf(j);
		});
	}
	// A tail whose shape can't be told is rough, too.
	return { draws, k, rough: !(k <= ROUGH) };
}

/**
 * Turns deviates into draws of nodes, given how far the rest lies from the mode.
 *
 * @param z a row a node, overwritten
 */
function drawNodes(
	{ nodes, pattern, own }: Layout['problem'],
	top: Top,
	off: readonly Float64Array[],
	z: readonly Float64Array[]
): void {
	const { cross, lower } = top;
	for (let k = nodes - 1; k >= 0; k--) {
		const row = z[pattern.order[k]];
		for (let i = 0; i < own.all; i++) {
			const by = cross[k * own.all + i];
			if (by) addRow(row, -by, off[i]);
		}
		for (let e = pattern.start[k]; e < pattern.start[k + 1]; e++)
			addRow(row, -lower.below[e], z[pattern.order[pattern.rows[e]]]);
		divideRow(row, lower.diagonal[k]);
	}
	z.forEach((row, node) => shiftRow(row, top.z[node]));
}

/**
 * A quick look at what each dial does by itself: its effects at the mode for one scale, without effects of
 * seeds and takes.
 *
 * @param scale in units of score
 * @returns by dial, the score of every stop
 */
export function firstLook(evidence: Evidence, scale: number): number[][] {
	const layout = compile(evidence, { together: [], alone: true });
	const { problem, dials } = layout;
	const climber = new Climber(problem);
	const { x } = climber.climb(allAt(layout, Math.log(scale)), climber.begin());
	const score = new Float64Array(problem.features);
	spread(problem.blocks, x, score);
	return dials.map((first, d) => [
		...score.subarray(first, first + evidence.dials[d].stops.length)
	]);
}

/** Mean effect of every take by chance: of its seed, and of its own where it had more than one answer. */
export function chanceEffects({ evidence, layout, points }: Fit): number[] {
	const { seedNodes, pictureNodes } = layout;
	const mean = (node: number | undefined) =>
		node === undefined ? 0 : points.reduce((sum, { share, top }) => sum + share * top.z[node], 0);
	return evidence.takes.map(
		(take) => mean(seedNodes.get(take.chance)) + mean(pictureNodes.get(pictureOf(take)))
	);
}
