import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { normals } from '$lib/core/random';
import { addRow, backwardRows } from './cholesky';
import { answerNumbers, byCoefficients, Climber, MANY, type Top } from './climb';
import { compile, type Layout, type Wanted } from './compile';
import type { Evidence } from './evidence';
import { pointsOver } from './points';

/** What is believed of a scale beforehand: half normal, with this deviation, in units of worth. */
const BELIEF = { dial: 2, together: 1, luck: 1 } as const;

/**
 * By how much draws are spread wider than the approximation says: it is a little narrow where judgements
 * are few, and answers are chosen as one goes. With it planted truths are covered as often as is said.
 */
const WIDER = 1.06;

/** Draws from the posterior. */
const DRAWS = 2000;

/** A grown share of answers after which scales are looked for anew. */
const GROWN = 1.1;

/** Which share of many answers may be added to what is known of those before. */
const ADDED = 0.01;

/** Draws of what is known after all answers: rows of numbers, one a draw. */
export interface Draws {
	count: number;
	/** Worth of every stop of every dial, and of dials together: `effects` x `count`. */
	effects: Float64Array;
	/** Cuts below maybe and below keep, tie, factor, lean: `count` x 5. NaN where nothing was marked. */
	answers: Float64Array;
	/** Every scale: `count` x scales. 0 for a luck of which nothing is known. */
	scales: Float64Array;
}

/** Worth of one stop, or of two dials' stops together, in one draw. */
export const effectIn = ({ effects, count }: Draws, effect: number, draw: number): number =>
	effects[effect * count + draw];

/** The model fitted to evidence: where scales were tried, and draws from it. */
export interface Fit {
	evidence: Evidence;
	wanted: Wanted;
	layout: Layout;
	/** Tops at the points of the scales, with the weights of their points. */
	points: { scales: Float64Array; weight: number; top: Top; share: number }[];
	draws: Draws;
	/** What climbs its posteriors. */
	climber: Climber;
	/** How many answers there were when scales were looked for. */
	centredAt: number;
	/** How many there were when its posteriors were climbed; what came since is added to their parabolas. */
	climbedAt: number;
}

/** Slope and height of what is believed of the logarithm of a scale. */
const beliefSlope = (scale: number, kind: keyof typeof BELIEF): number =>
	1 - Math.exp(2 * scale) / BELIEF[kind] ** 2;
const beliefHeight = (scale: number, kind: keyof typeof BELIEF): number =>
	scale - Math.exp(2 * scale) / (2 * BELIEF[kind] ** 2);

const answersIn = ({ marks, pairs }: Evidence): number => marks.length + pairs.length;

/**
 * Fits the joint model of marks and pairs: effects of dials, of dials together, luck of chances,
 * with scales integrated (Laplace's approximation at points round the top of the scales' posterior;
 * Rue, Martino and Chopin 2009).
 *
 * @param before a fit of the same takes with fewer answers: it goes on from there
 */
export function fit(evidence: Evidence, wanted: Wanted, before?: Fit): Fit {
	const gone = before && goOn(evidence, wanted, before);
	if (gone) return gone;
	const layout = compile(evidence, wanted);
	const { problem } = layout;
	const climber = new Climber(problem);
	const one = wanted.flat ? Infinity : wanted.scale && Math.log(wanted.scale);
	if (one !== undefined) {
		const scales = new Float64Array(problem.scales).fill(one);
		const top = climber.climb(scales, climber.begin());
		const points = [{ scales, weight: 1, top, share: 1 }];
		const of = { evidence, wanted, layout, points };
		return {
			...of,
			draws: drawsOf(layout, points),
			climber,
			centredAt: answersIn(evidence),
			climbedAt: 0
		};
	}
	const answers = answersIn(evidence);
	const kept = before && sameShape(before.layout, layout) ? before : undefined;
	const sameScales =
		kept !== undefined && answers >= kept.centredAt && answers <= kept.centredAt * GROWN + 3;
	const around = sameScales
		? kept.points.map(({ scales, weight, top }) => ({ scales, weight, from: top }))
		: scalesAround(layout, climber, kept);
	const points = weighed(
		layout,
		around.map(({ scales, weight, from }) => ({
			scales,
			weight,
			top: climber.climb(scales, from)
		}))
	);
	return {
		evidence,
		wanted,
		layout,
		points,
		draws: drawsOf(layout, points),
		climber,
		centredAt: sameScales ? kept.centredAt : answers,
		climbedAt: answers
	};
}

/** Points with their shares of what is known: by the height of their posteriors. */
function weighed(
	{ scales: kinds }: Layout,
	points: readonly Omit<Fit['points'][number], 'share'>[]
): Fit['points'] {
	const heights = points.map(
		({ scales, top }) =>
			top.evidence + kinds.reduce((sum, kind, i) => sum + beliefHeight(scales[i], kind), 0)
	);
	const highest = Math.max(...heights);
	const shares = points.map(({ weight }, i) => weight * Math.exp(heights[i] - highest));
	const sum = shares.reduce((a, b) => a + b, 0);
	return points.map((point, i) => ({ ...point, share: shares[i] / sum }));
}

/**
 * A fit after a few more pairs, where nothing else is different and it is not time to look for the
 * scales anew; else null.
 */
function goOn(evidence: Evidence, wanted: Wanted, before: Fit): Fit | null {
	const { marks, pairs, takes } = before.evidence;
	const count = evidence.pairs.length - pairs.length;
	const { climbedAt } = before;
	if (climbedAt < MANY || count < 0 || wanted !== before.wanted) return null;
	if (answersIn(evidence) > climbedAt * (1 + ADDED)) return null;
	const alike =
		takes.length === evidence.takes.length &&
		marks.length === evidence.marks.length &&
		marks.every(
			(one, i) => one.take === evidence.marks[i].take && one.mark === evidence.marks[i].mark
		) &&
		pairs.every((one, i) => {
			const now = evidence.pairs[i];
			return one.left === now.left && one.right === now.right && one.answer === now.answer;
		});
	const added = alike ? before.layout.after(evidence.pairs.slice(pairs.length)) : null;
	if (!added) return null;
	const more = byCoefficients(added);
	const points = weighed(
		before.layout,
		before.points.map(({ scales, weight, top }) => ({
			scales,
			weight,
			top: before.climber.advance(top, more, scales)
		}))
	);
	return { ...before, evidence, points, draws: drawsOf(before.layout, points) };
}

/** Whether tops of one fit can be gone on from in another. */
const sameShape = (a: Layout, b: Layout): boolean =>
	a.problem.features === b.problem.features &&
	a.problem.coefficients === b.problem.coefficients &&
	a.problem.inner === b.problem.inner &&
	a.problem.scales === b.problem.scales &&
	JSON.stringify(a.problem.free) === JSON.stringify(b.problem.free);

/** Points of the scales round the top of their posterior, and where to climb from. */
function scalesAround({ problem, scales: kinds }: Layout, climber: Climber, before?: Fit) {
	const count = kinds.length;
	const middle = before?.points[0].scales.slice() ?? new Float64Array(count).fill(Math.log(0.6));
	const from: Pick<Top, 'x' | 'luck'> = before?.points[0].top ?? climber.begin();
	/** The last whole climb, and its scales: what lies near it is told by its parabola. */
	let base = { at: middle.slice(), top: climber.climb(middle, from) };
	const slopeAt = (scales: Float64Array): Float64Array =>
		climber
			.glide(base.top, base.at, scales)
			.slope.map((slope, i) => slope + beliefSlope(scales[i], kinds[i]));
	for (let round = 0; round < 8; round++) {
		for (let i = 0; i < 20; i++) {
			const slope = slopeAt(middle);
			let largest = 0;
			for (let j = 0; j < count; j++) {
				const bend = 2 + 2 * Math.exp(2 * middle[j]);
				const step = Math.max(-0.6, Math.min(0.6, slope[j] / bend));
				middle[j] = Math.max(-5, Math.min(2, middle[j] + step));
				largest = Math.max(largest, Math.abs(step));
			}
			if (largest < 0.02) break;
		}
		const moved = middle.reduce((most, one, i) => Math.max(most, Math.abs(one - base.at[i])), 0);
		if (moved < 0.08) break;
		const near = climber.glide(base.top, base.at, middle);
		base = { at: middle.slice(), top: climber.climb(middle, near) };
	}
	const climbed = (scales: Float64Array): Float64Array =>
		climber
			.climb(scales, climber.glide(base.top, base.at, scales))
			.slope.map((slope, i) => slope + beliefSlope(scales[i], kinds[i]));
	// So near a top of many answers, its parabola tells as much as they do.
	const differenceAt = problem.answers < MANY ? climbed : slopeAt;
	const level = differenceAt(middle);
	const bend = Matrix.zeros(count, count);
	const STEP = 0.25;
	for (let j = 0; j < count; j++) {
		const up = middle.slice();
		up[j] += STEP;
		const slope = differenceAt(up);
		for (let i = 0; i < count; i++) bend.set(i, j, (slope[i] - level[i]) / STEP);
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
		return { scales, weight, from: climber.glide(base.top, base.at, scales) };
	});
}

/** Normal deviates, kept: the same ones serve every fit. */
let deviates = new Float64Array(0);

/**
 * Draws from the mixture of all points, each as often as its share says. All draws of one point at a
 * time, a number of theirs in one row: sums run along rows.
 */
function drawsOf({ problem, effects, scales }: Layout, points: Fit['points']): Draws {
	const all = points[0].top.x.length;
	if (deviates.length < DRAWS * all) deviates = Float64Array.from(normals(20_170, 7, DRAWS * all));
	const draws: Draws = {
		count: DRAWS,
		effects: new Float64Array(effects * DRAWS),
		answers: new Float64Array(DRAWS * 5),
		scales: new Float64Array(DRAWS * scales.length)
	};
	const x = new Float64Array(all);
	let [from, sum] = [0, 0];
	points.forEach(({ top, scales: at, share }, point) => {
		sum += share;
		const to = point === points.length - 1 ? DRAWS : Math.max(from, Math.round(sum * DRAWS));
		// Deviates of one draw lie far apart, so that the same ones serve whatever their number is.
		const rows = Array.from({ length: all }, (_, i) =>
			addRow(
				new Float64Array(to - from),
				WIDER,
				deviates.subarray(i * DRAWS + from, i * DRAWS + to)
			)
		);
		backwardRows(top.factor, rows);
		rows.forEach((row, i) => {
			for (let d = 0; d < row.length; d++) row[d] += top.x[i];
		});
		for (const { feature, coefficient, basis, size, rank } of problem.blocks) {
			if (feature >= effects) continue;
			for (let i = 0; i < size; i++) {
				const first = (feature + i) * DRAWS;
				const effect = draws.effects.subarray(first + from, first + to);
				if (basis)
					for (let k = 0; k < rank; k++)
						addRow(effect, basis.values[i * rank + k], rows[coefficient + k]);
				else effect.set(rows[coefficient + i]);
			}
		}
		for (let d = from; d < to; d++) {
			for (let i = problem.coefficients; i < all; i++) x[i] = rows[i][d - from];
			const { cuts, tie, factor, lean } = answerNumbers(problem, x);
			draws.answers.set([cuts[0] ?? NaN, cuts[1] ?? NaN, tie, factor, lean], d * 5);
			for (let i = 0; i < scales.length; i++) draws.scales[d * scales.length + i] = Math.exp(at[i]);
		}
		from = to;
	});
	return draws;
}
