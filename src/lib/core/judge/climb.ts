import { gather, spread } from './basis';
import { backward, cholesky, forward } from './cholesky';
import { addAnswers, flattened, slopesAt, type Seen } from './likelihood';
import type { Problem } from './problem';
import { backwardSparse, factorSparse, forwardSparse, type Lower } from './sparse';

/** The mode of a posterior for given scales, and its curvature there: the Laplace approximation. */
export interface Top {
	/** Coefficients, then the answers' own numbers. */
	x: Float64Array;
	/** Effects of seeds and takes, by node. */
	z: Float64Array;
	/** Lower factor of the curvature of `x`, nodes eliminated. */
	factor: Float64Array;
	/** Factor of the curvature of nodes, by place, and its solve of what they share with `x`: a row a place. */
	lower: Lower;
	cross: Float64Array;
	/** Logarithm of the marginal likelihood of the scales, up to a constant. */
	evidence: number;
	/** Log posterior at the mode. */
	height: number;
	/** Log-likelihood alone. */
	likelihood: number;
	/** Slope of `evidence` by the logarithm of every block's scale, with the curvature held. */
	slope: Float64Array;
}

/** Where a climb starts. */
export type Start = Pick<Top, 'x' | 'z'>;

/** Precision where there is no prior: it keeps the factor from being singular. */
const FLAT = 1e-9;

const BOUND = 30;

/**
 * How far below the mode a last step without a look may leave the log posterior; more where answers
 * are many and a look takes long.
 */
const OFF = 3e-5;
const OFF_MANY = 1e-3;

/** Answers that count as many. */
export const MANY = 800;

/**
 * A gain in log posterior below which one more step reaches the mode. With n answers the third term
 * at a step of gain g is about (2g)^(3/2) / (6 sqrt(n)).
 */
const nearOf = (answers: number): number =>
	0.5 * Math.cbrt(36 * (answers < MANY ? OFF : OFF_MANY) ** 2 * Math.max(1, answers));

/** Precision of a normal prior with this logarithm of a scale; Infinity is none. */
export const precisionOf = (scale: number): number =>
	scale === Infinity ? FLAT : Math.exp(-2 * scale);

/** What scales come to: precisions of everything that is fitted, slopes of answers, and how much integrated takes flatten them. */
interface Precisions {
	precision: Float64Array;
	nodes: Float64Array;
	flat: readonly number[];
	factor: number;
	judges: Float64Array;
}

/** Climbs one posterior after another of the same answers; keeps its working memory. */
export class Climber {
	readonly #p: Problem;
	readonly #numbers: number;
	/** By features, and the same by coefficients. */
	readonly #plain: Seen;
	readonly #seen: Seen;
	readonly #lower: Lower;
	readonly #score: Float64Array;
	readonly #work: Float64Array;
	readonly #wide: Float64Array;
	readonly #near: number;
	#likelihood = 0;
	#factor: Float64Array = new Float64Array(0);
	#halfNodes = 0;

	constructor(problem: Problem) {
		this.#p = problem;
		this.#near = nearOf(problem.answers);
		const { nodes, features, coefficients, own, pattern } = problem;
		this.#numbers = own.all - coefficients;
		const nodeSlope = new Float64Array(nodes);
		const room = (wide: number): Seen => ({
			slope: new Float64Array(wide),
			bend: new Float64Array(wide ** 2),
			nodeSlope,
			cross: new Float64Array(nodes * wide)
		});
		this.#plain = room(features + this.#numbers);
		this.#seen = room(own.all);
		this.#lower = {
			diagonal: new Float64Array(nodes),
			below: new Float64Array(pattern.rows.length)
		};
		this.#score = new Float64Array(features);
		this.#work = new Float64Array(nodes);
		this.#wide = new Float64Array((features + this.#numbers) * own.all);
	}

	/** Where a climb starts when nothing is known. */
	begin(): Start {
		const { own, coefficients, weak, nodes } = this.#p;
		const x = new Float64Array(own.all);
		weak.forEach((one, i) => one && (x[coefficients + i] = one.mean));
		if (own.cut >= 0 && !weak[own.cut - coefficients]) x[own.cut] = -1;
		return { x, z: new Float64Array(nodes) };
	}

	/**
	 * Climbs to the mode by Newton's method, with halved steps where a whole one doesn't climb.
	 *
	 * @param scales logarithm of every scale; Infinity is no prior
	 * @param most steps
	 */
	climb(scales: Float64Array, from: Start, most = 40): Top {
		const climbed = this.#climb(scales, from, most);
		const lower = this.#lower;
		return {
			...climbed,
			factor: this.#factor,
			lower: { diagonal: lower.diagonal.slice(), below: lower.below.slice() },
			cross: this.#seen.cross.slice(),
			slope: this.#scaleSlope(climbed.x, scales)
		};
	}

	/**
	 * Log marginal likelihood of scales, up to a constant, from a mode that is near: one step along the
	 * parabola, and for few answers a look at where it ends.
	 */
	evidenceAt = (scales: Float64Array, from: Start): number =>
		this.#climb(scales, from, 1, this.#p.answers < MANY ? this.#near : Infinity).evidence;

	/** @param near a gain below which a step is taken without a look at where it ends */
	#climb(scales: Float64Array, from: Start, most: number, near = this.#near) {
		const { nodes, own } = this.#p;
		let [x, z] = [from.x.slice(), from.z.slice()];
		const prior = this.#prior(scales);
		let height = this.#look(x, z, prior);
		let half = this.#factorise();
		const [step, nodeStep] = [new Float64Array(own.all), new Float64Array(nodes)];
		for (let i = 0; i < most; i++) {
			const gain = this.#step(step, nodeStep);
			if (!(gain > 1e-7)) break;
			const last = [x, z] as const;
			const go = (share: number) => {
				x = last[0].map((one, j) => Math.max(-BOUND, Math.min(BOUND, one + share * step[j])));
				z = last[1].map((one, j) => one + share * nodeStep[j]);
			};
			go(1);
			// This near the mode the posterior is its parabola: a look would say nothing new.
			if (gain < near) {
				height += gain;
				break;
			}
			const before = height;
			height = this.#look(x, z, prior);
			for (let share = 0.5; !(height > before - 1e-9) && share > 1e-4; share /= 2) {
				go(share);
				height = this.#look(x, z, prior);
			}
			half = this.#factorise();
		}
		let evidence = height - half - this.#halfNodes;
		for (let i = 0; i < this.#p.coefficients; i++) evidence += 0.5 * Math.log(prior.precision[i]);
		for (const one of prior.nodes) evidence += 0.5 * Math.log(one);
		return { x, z, evidence, height, likelihood: this.#likelihood };
	}

	/** Precisions of everything at given scales, and how much integrated take effects flatten answers. */
	#prior(scales: Float64Array): Precisions {
		const { blocks, coefficients, own, weak, nodeScale, takeScale } = this.#p;
		const precision = new Float64Array(own.all).fill(FLAT);
		for (const { scale, coefficient, rank } of blocks)
			precision.fill(precisionOf(scales[scale]), coefficient, coefficient + rank);
		weak.forEach((one, i) => one && (precision[coefficients + i] = one.deviation ** -2));
		const variance = takeScale < 0 ? 0 : Math.exp(2 * scales[takeScale]);
		return {
			precision,
			nodes: Float64Array.from(nodeScale, (scale) => precisionOf(scales[scale])),
			flat: [1, flattened(variance), flattened(2 * variance)],
			...slopesAt(this.#p, scales)
		};
	}

	/** Log posterior at a place, with its slope and curvature. */
	#look(x: Float64Array, z: Float64Array, prior: Precisions): number {
		const p = this.#p;
		const { own, coefficients, pattern } = p;
		const score = this.#score;
		spread(p.blocks, x, score);
		const [plain, seen, lower] = [this.#plain, this.#seen, this.#lower];
		plain.slope.fill(0);
		plain.bend.fill(0);
		plain.nodeSlope.fill(0);
		plain.cross.fill(0);
		lower.diagonal.fill(0);
		lower.below.fill(0);
		let log = addAnswers(p, { score, x, z, ...prior }, plain, lower);
		this.#likelihood = log;
		this.#toCoefficients();
		for (let i = 0; i < own.all; i++) {
			const off = x[i] - (i < coefficients ? 0 : (p.weak[i - coefficients]?.mean ?? 0));
			log -= 0.5 * prior.precision[i] * off * off;
			seen.slope[i] -= prior.precision[i] * off;
			seen.bend[i * own.all + i] += prior.precision[i];
		}
		for (let i = 0; i < p.nodes; i++) {
			log -= 0.5 * prior.nodes[i] * z[i] * z[i];
			seen.nodeSlope[i] -= prior.nodes[i] * z[i];
			lower.diagonal[pattern.place[i]] += prior.nodes[i];
		}
		return log;
	}

	/** Slope, bend and cross by coefficients from those by features: the basis of every block on both sides. */
	#toCoefficients(): void {
		const { blocks, features: F, coefficients: C, nodes, pattern, own } = this.#p;
		const [plain, seen] = [this.#plain, this.#seen];
		const numbers = this.#numbers;
		const [wide, narrow] = [F + numbers, own.all];
		const turn = (row: Float64Array, from: number, out: Float64Array, to: number) => {
			gather(blocks, row, from, out, to);
			for (let i = 0; i < numbers; i++) out[to + C + i] = row[from + F + i];
		};
		turn(plain.slope, 0, seen.slope, 0);
		for (let i = 0; i < nodes; i++)
			turn(plain.cross, i * wide, seen.cross, pattern.place[i] * narrow);
		const { bend } = plain;
		for (let i = 0; i < wide; i++)
			for (let j = 0; j < i; j++)
				bend[i * wide + j] = bend[j * wide + i] = bend[i * wide + j] + bend[j * wide + i];
		const right = this.#wide;
		for (let i = 0; i < wide; i++) turn(bend, i * wide, right, i * narrow);
		const column = new Float64Array(wide);
		for (let j = 0; j < narrow; j++) {
			for (let i = 0; i < wide; i++) column[i] = right[i * narrow + j];
			// The result is symmetric: a row stands for a column.
			turn(column, 0, seen.bend, j * narrow);
		}
	}

	/** Factors the curvature, nodes first. Returns half the logarithm of the determinant of the rest. */
	#factorise(): number {
		const { nodes, own, pattern } = this.#p;
		const { bend, cross } = this.#seen;
		const rest = bend.slice();
		if (nodes) {
			// Never singular: a normal prior stands on every diagonal entry.
			this.#halfNodes = factorSparse(pattern, this.#lower, this.#work);
			forwardSparse(pattern, this.#lower, cross, own.all);
			takeOff(rest, cross, nodes, own.all);
		}
		const { factor, half } = ridged(rest, own.all);
		this.#factor = factor;
		return half;
	}

	/** Newton's step. Returns the gain that it promises. */
	#step(step: Float64Array, nodeStep: Float64Array): number {
		const { nodes, own, pattern } = this.#p;
		const { all } = own;
		const { slope, nodeSlope, cross } = this.#seen;
		const y = new Float64Array(nodes);
		for (let i = 0; i < nodes; i++) y[pattern.place[i]] = nodeSlope[i];
		if (nodes) forwardSparse(pattern, this.#lower, y, 1);
		step.set(slope);
		for (let s = 0; s < nodes; s++)
			for (let i = 0; i < all; i++) step[i] -= cross[s * all + i] * y[s];
		forward(this.#factor, all, step);
		backward(this.#factor, all, step);
		let gain = 0;
		for (let i = 0; i < all; i++) gain += step[i] * slope[i];
		for (let s = 0; s < nodes; s++)
			for (let i = 0; i < all; i++) y[s] -= cross[s * all + i] * step[i];
		if (nodes) backwardSparse(pattern, this.#lower, y, 1);
		for (let i = 0; i < nodes; i++) {
			nodeStep[i] = y[pattern.place[i]];
			gain += nodeStep[i] * nodeSlope[i];
		}
		return gain / 2;
	}

	/** d evidence / d log scale of blocks: precision (squares + variances) - rank over their coefficients. */
	#scaleSlope(x: Float64Array, scales: Float64Array): Float64Array {
		const { blocks, own, scales: count } = this.#p;
		const out = new Float64Array(count);
		const unit = new Float64Array(own.all);
		for (const { scale, coefficient, rank } of blocks) {
			const precision = precisionOf(scales[scale]);
			for (let k = coefficient; k < coefficient + rank; k++) {
				unit.fill(0);
				unit[k] = 1;
				forward(this.#factor, own.all, unit);
				let variance = 0;
				for (let i = k; i < own.all; i++) variance += unit[i] * unit[i];
				out[scale] += precision * (x[k] * x[k] + variance) - 1;
			}
		}
		return out;
	}
}

/** Takes `rows' rows` off the lower triangle of a square matrix: `wide` numbers a row. */
function takeOff(square: Float64Array, rows: Float64Array, count: number, wide: number): void {
	for (let s = 0; s < count; s++) {
		const at = s * wide;
		for (let i = 0; i < wide; i++) {
			const v = rows[at + i];
			if (v) for (let j = 0; j <= i; j++) square[i * wide + j] -= v * rows[at + j];
		}
	}
}

/** Cholesky factor of a matrix, with as much added to its diagonal as makes it positive definite. */
function ridged(square: Float64Array, n: number): { factor: Float64Array; half: number } {
	for (let ridge = 0; ; ridge = ridge ? ridge * 10 : 1e-6) {
		const factor = square.slice();
		if (ridge) for (let i = 0; i < n; i++) factor[i * n + i] += ridge;
		const half = cholesky(factor, n);
		if (!Number.isNaN(half) || ridge > 1e6) return { factor, half };
	}
}
