import { backward, cholesky, forward } from './cholesky';
import { blankOrdinal, ordinal } from './ordinal';
import { ownOf, type Own, type Problem, type Weak } from './problem';

/** The top of a posterior for given scales, and its curvature there: the Laplace approximation. */
export interface Top {
	/** Coefficients, then the answers' own numbers. */
	x: Float64Array;
	/** The inner lucks. */
	luck: Float64Array;
	/** Lower factor of the curvature of `x`, inner lucks eliminated. */
	factor: Float64Array;
	/** Logarithm of the marginal likelihood of the scales, but for a constant. */
	evidence: number;
	/** Log posterior there. */
	height: number;
	/** Log-likelihood alone. */
	likelihood: number;
	/** Slope of `evidence` by the logarithm of every scale, the change of the curvature left out. */
	slope: Float64Array;
	/** Slope and curvature of the log-likelihood alone, by coefficients: answers that follow are added to it. */
	seen: Seen;
}

/** Slope and curvature of a log-likelihood, by features or by coefficients. */
interface Seen {
	/** By features or coefficients, then cuts, tie, factor and lean. */
	slope: Float64Array;
	/** Every entry on one side of the diagonal: in the order in which an answer lists them. */
	bend: Float64Array;
	/** By inner lucks. */
	iSlope: Float64Array;
	iBend: Float64Array;
	iCross: Float64Array;
}

/** Curvature of what nothing is known of beforehand: it keeps the factor from being singular. */
const FLAT = 1e-9;

const BOUND = 30;

/** How far numbers of the answers are moved by a parabola alone. */
const FAR = 0.5;

/**
 * How far off the top a last step without a look may leave the log posterior; more where answers are
 * many and a look at them takes long: weights of points are then known to a thousandth.
 */
const OFF = 3e-5;
const OFF_MANY = 1e-3;

/** Answers that are many. */
export const MANY = 800;

/**
 * A gain in log posterior below which one step more reaches the top. Of a posterior from so many
 * answers the third term at a step of gain g is about (2g)^(3/2) / (6 sqrt(answers)).
 */
const nearOf = (answers: number): number =>
	0.5 * Math.cbrt(36 * (answers < MANY ? OFF : OFF_MANY) ** 2 * Math.max(1, answers));

/** Numbers of the answers as they are used, from what is fitted: gaps, tie and factor are logarithms. */
function numbersOf(x: Float64Array, own: Own, levels: number) {
	const cuts = new Float64Array(own.cut < 0 ? 0 : levels - 1);
	if (own.cut >= 0) {
		cuts[0] = x[own.cut];
		for (let j = 1; j < cuts.length; j++) cuts[j] = cuts[j - 1] + Math.exp(x[own.gaps + j - 1]);
	}
	return {
		cuts,
		tie: own.tie < 0 ? 0 : Math.exp(x[own.tie]),
		factor: own.factor < 0 ? 1 : Math.exp(x[own.factor]),
		lean: own.lean < 0 ? 0 : x[own.lean]
	};
}

/** Numbers of a fit as they are used: cuts between levels, tie, factor and lean of pairs. */
export const answerNumbers = (problem: Problem, x: Float64Array) =>
	numbersOf(x, ownOf(problem), problem.levels);

/** Climbs one posterior after another of the same answers; keeps its working room. */
export class Climber {
	readonly own: Own;
	readonly #problem: Problem;
	readonly #cuts: number;
	/** By features, then cuts, tie, factor, lean. */
	readonly #plain: Seen;
	/** The same by coefficients, then cuts, tie, factor, lean; inner lucks are those of the first. */
	readonly #seen: Seen;
	/** The same in coefficients and own numbers. */
	readonly #g: Float64Array;
	readonly #h: Float64Array;
	readonly #c: Float64Array;
	readonly #worth: Float64Array;
	readonly #weak: (Weak | null)[];
	readonly #near: number;

	constructor(problem: Problem) {
		this.#problem = problem;
		this.#near = nearOf(problem.answers);
		this.own = ownOf(problem);
		this.#cuts = problem.free.cuts ? problem.levels - 1 : 0;
		const { inner, features, coefficients } = problem;
		const { all } = this.own;
		const [iSlope, iBend] = [new Float64Array(inner), new Float64Array(inner)];
		const room = (wide: number): Seen => ({
			slope: new Float64Array(wide),
			bend: new Float64Array(wide ** 2),
			iSlope,
			iBend,
			iCross: new Float64Array(inner * wide)
		});
		this.#plain = room(features + this.#cuts + 3);
		this.#seen = room(coefficients + this.#cuts + 3);
		this.#g = new Float64Array(all);
		this.#h = new Float64Array(all ** 2);
		this.#c = new Float64Array(inner * all);
		this.#worth = new Float64Array(problem.features);
		this.#weak = this.#weakOf();
	}

	/** Where a climb begins when nothing is known. */
	begin(): Pick<Top, 'x' | 'luck'> {
		const x = new Float64Array(this.own.all);
		this.#weak.forEach((weak, i) => weak && (x[this.#problem.coefficients + i] = weak.mean));
		if (this.own.cut >= 0 && !this.#problem.weak) x[this.own.cut] = -1;
		return { x, luck: new Float64Array(this.#problem.inner) };
	}

	#weakOf(): (Weak | null)[] {
		const { coefficients, weak } = this.#problem;
		const { cut, gaps, tie, factor, lean, all } = this.own;
		const list = new Array<Weak | null>(all - coefficients).fill(null);
		if (!weak) return list;
		const put = (at: number, one: Weak) => at >= 0 && (list[at - coefficients] = one);
		put(cut, weak.cut);
		if (gaps >= 0) for (let j = 0; j < this.#problem.levels - 2; j++) put(gaps + j, weak.gap);
		put(tie, weak.tie);
		put(factor, weak.factor);
		put(lean, weak.lean);
		return list;
	}

	/**
	 * Newton's method to the top, with halved steps where a whole one does not climb.
	 * @param scales logarithm of every scale; -Infinity is none of it, Infinity is flat
	 * @param from where to begin
	 * @param most steps
	 */
	climb(scales: Float64Array, from: Pick<Top, 'x' | 'luck'>, most = 40): Top {
		const { inner } = this.#problem;
		const { all } = this.own;
		const precision = this.#precision(scales);
		const innerPrecision = inner ? this.#precisionOf(scales[this.#problem.innerScale]) : 0;
		let [x, luck] = [from.x.slice(), from.luck.slice()];
		let height = this.#look(x, luck, precision, innerPrecision);
		const step = new Float64Array(all);
		const innerStep = new Float64Array(inner);
		let half = this.#factorise();
		for (let i = 0; i < most; i++) {
			const gain = this.#step(step, innerStep);
			if (!(gain > 1e-7)) break;
			const last = [x, luck] as const;
			const go = (share: number) => {
				x = last[0].map((one, j) => Math.max(-BOUND, Math.min(BOUND, one + share * step[j])));
				luck = last[1].map((one, j) => one + share * innerStep[j]);
			};
			go(1);
			// So near the top the posterior is its parabola: what a look would say is known.
			if (gain < this.#near) {
				height += gain;
				break;
			}
			const before = height;
			height = this.#look(x, luck, precision, innerPrecision);
			for (let share = 0.5; !(height > before - 1e-9) && share > 1e-4; share /= 2) {
				go(share);
				height = this.#look(x, luck, precision, innerPrecision);
			}
			half = this.#factorise();
		}
		return this.#top(x, luck, scales, precision, innerPrecision, height, half);
	}

	#precisionOf = (scale: number): number => (scale === Infinity ? FLAT : Math.exp(-2 * scale));

	#precision(scales: Float64Array): Float64Array {
		const { blocks, coefficients } = this.#problem;
		const precision = new Float64Array(this.own.all).fill(FLAT);
		for (const { scale, coefficient, rank } of blocks)
			precision.fill(this.#precisionOf(scales[scale]), coefficient, coefficient + rank);
		this.#weak.forEach((weak, i) => weak && (precision[coefficients + i] = weak.deviation ** -2));
		return precision;
	}

	/**
	 * The top after a few more answers, from the top before them: one step of Newton's method with the
	 * curvature of all. What the answers before say of the new place is their parabola.
	 *
	 * @param more the answers that follow, by coefficients (`byCoefficients`)
	 */
	advance(top: Top, more: Problem, scales: Float64Array): Top {
		const p = this.#problem;
		const precision = this.#precision(scales);
		const innerPrecision = p.inner ? this.#precisionOf(scales[p.innerScale]) : 0;
		const seen = this.#seen;
		const added = addAnswers(more, this.#at(cleared(seen), top.x, top.x, top.luck));
		const fresh = seen.slope.slice();
		for (const part of PARTS)
			if (part !== 'iSlope')
				for (let i = 0; i < seen[part].length; i++) seen[part][i] += top.seen[part][i];
		const kept = copied(seen);
		this.#toOwn(top.x, fresh);
		for (let i = 0; i < this.own.all; i++) this.#h[i * this.own.all + i] += precision[i];
		for (let i = 0; i < p.inner; i++) seen.iBend[i] += innerPrecision;
		const half = this.#factorise();
		const step = new Float64Array(this.own.all);
		const innerStep = new Float64Array(p.inner);
		const gain = this.#step(step, innerStep);
		const x = top.x.map((one, i) => Math.max(-BOUND, Math.min(BOUND, one + step[i])));
		const luck = top.luck.map((one, i) => one + innerStep[i]);
		const height = top.height + added + gain;
		return {
			x,
			luck,
			factor: this.#factor,
			evidence: this.#evidence(height, half, precision, innerPrecision),
			height,
			likelihood: top.likelihood + added,
			slope: top.slope,
			seen: kept
		};
	}

	/**
	 * About where the top is for other scales: one step of Newton's method on the parabola of the
	 * likelihood at a top, which no scale changes. No answer is looked at.
	 *
	 * @param at the scales of that top
	 * @param to the scales that are wanted
	 */
	glide(
		{ x: x0, luck: luck0, seen }: Top,
		at: Float64Array,
		to: Float64Array
	): Pick<Top, 'x' | 'luck' | 'slope'> {
		const { inner, innerScale } = this.#problem;
		const { all } = this.own;
		const [before, after] = [this.#precision(at), this.#precision(to)];
		for (const part of PARTS) this.#seen[part].set(seen[part]);
		this.#toOwn(x0, seen.slope);
		for (let i = 0; i < all; i++) {
			this.#g[i] = (before[i] - after[i]) * x0[i];
			this.#h[i * all + i] += after[i];
		}
		const [outer, closer] = inner
			? [this.#precisionOf(at[innerScale]), this.#precisionOf(to[innerScale])]
			: [0, 0];
		for (let i = 0; i < inner; i++) {
			this.#seen.iSlope[i] = (outer - closer) * luck0[i];
			this.#seen.iBend[i] += closer;
		}
		this.#factorise();
		const step = new Float64Array(all);
		const innerStep = new Float64Array(inner);
		this.#step(step, innerStep);
		// Tie and factor are logarithms: far off, the parabola says nothing of them.
		const { coefficients } = this.#problem;
		const far = step.subarray(coefficients).reduce((most, one) => Math.max(most, Math.abs(one)), 0);
		const share = Math.min(1, FAR / far);
		const x = x0.map((one, i) => one + share * step[i]);
		const luck = luck0.map((one, i) => one + share * innerStep[i]);
		return { x, luck, slope: this.#scaleSlope(x, luck, to, all) };
	}

	/** Adds up all answers at a place: their log-likelihood, its slope and curvature by coefficients. */
	#add(x: Float64Array, luck: Float64Array): number {
		const worth = this.#worth;
		for (const { feature, coefficient, basis, size, rank } of this.#problem.blocks)
			for (let i = 0; i < size; i++) {
				let sum = 0;
				if (basis)
					for (let k = 0; k < rank; k++) sum += basis.values[i * rank + k] * x[coefficient + k];
				else sum = x[coefficient + i];
				worth[feature + i] = sum;
			}
		const log = addAnswers(this.#problem, this.#at(cleared(this.#plain), worth, x, luck));
		this.#toCoefficients();
		return log;
	}

	/** Where answers stand. */
	#at = (into: Seen, worth: Float64Array, x: Float64Array, luck: Float64Array): At => ({
		into,
		worth,
		luck,
		...numbersOf(x, this.own, this.#problem.levels)
	});

	/** Log posterior at a place, with its slope and curvature by coefficients and own numbers. */
	#look(
		x: Float64Array,
		luck: Float64Array,
		precision: Float64Array,
		innerPrecision: number
	): number {
		const p = this.#problem;
		const { own } = this;
		let log = this.#add(x, luck);
		this.#likelihood = log;
		this.#toOwn(x, this.#seen.slope);
		for (let i = 0; i < own.all; i++) {
			const mean = i < p.coefficients ? 0 : (this.#weak[i - p.coefficients]?.mean ?? 0);
			const off = x[i] - mean;
			log -= 0.5 * precision[i] * off * off;
			this.#g[i] -= precision[i] * off;
			this.#h[i * own.all + i] += precision[i];
		}
		for (let i = 0; i < p.inner; i++) {
			log -= 0.5 * innerPrecision * luck[i] * luck[i];
			this.#seen.iSlope[i] -= innerPrecision * luck[i];
			this.#seen.iBend[i] += innerPrecision;
		}
		return log;
	}

	#likelihood = 0;

	/** Slope and bend by coefficients from those by features: the basis of every block on both sides. */
	#toCoefficients(): void {
		const { blocks, features: F, coefficients: C, inner } = this.#problem;
		const [plain, seen] = [this.#plain, this.#seen];
		const numbers = this.#cuts + 3;
		const [wide, narrow] = [F + numbers, C + numbers];
		const turn = (row: Float64Array, from: number, out: Float64Array, to: number) => {
			for (const { feature, coefficient, basis, size, rank } of blocks) {
				if (!basis) {
					for (let i = 0; i < size; i++) out[to + coefficient + i] = row[from + feature + i];
					continue;
				}
				for (let k = 0; k < rank; k++) {
					let sum = 0;
					for (let i = 0; i < size; i++)
						sum += row[from + feature + i] * basis.values[i * rank + k];
					out[to + coefficient + k] = sum;
				}
			}
			for (let i = 0; i < numbers; i++) out[to + C + i] = row[from + F + i];
		};
		turn(plain.slope, 0, seen.slope, 0);
		for (let i = 0; i < inner; i++) turn(plain.iCross, i * wide, seen.iCross, i * narrow);
		const bend = plain.bend.slice();
		whole(bend, wide);
		const right = new Float64Array(wide * narrow);
		for (let i = 0; i < wide; i++) turn(bend, i * wide, right, i * narrow);
		const column = new Float64Array(wide);
		for (let j = 0; j < narrow; j++) {
			for (let i = 0; i < wide; i++) column[i] = right[i * narrow + j];
			// A row for a column: what comes out is the same on both sides.
			turn(column, 0, seen.bend, j * narrow);
		}
		// One side, as answers fill it.
		for (let i = 0; i < narrow; i++) seen.bend.fill(0, i * narrow, i * narrow + i);
	}

	/** Slope and bend by coefficients and own numbers from those by coefficients and cuts. */
	#toOwn(x: Float64Array, forSlope: Float64Array): void {
		const { coefficients: C, inner } = this.#problem;
		const { own } = this;
		const { all } = own;
		const [g, h, c] = [this.#g, this.#h, this.#c];
		const { slope, iCross } = this.#seen;
		const wide = C + this.#cuts + 3;
		const TIE = C + this.#cuts;
		const turn = (row: Float64Array, from: number, out: Float64Array, to: number) => {
			for (let i = 0; i < C; i++) out[to + i] = row[from + i];
			if (own.cut >= 0) {
				let sum = 0;
				for (let j = this.#cuts - 1; j >= 1; j--) {
					sum += row[from + C + j];
					out[to + own.gaps + j - 1] = sum * Math.exp(x[own.gaps + j - 1]);
				}
				out[to + own.cut] = sum + row[from + C];
			}
			if (own.tie >= 0) out[to + own.tie] = row[from + TIE];
			if (own.factor >= 0) out[to + own.factor] = row[from + TIE + 1];
			if (own.lean >= 0) out[to + own.lean] = row[from + TIE + 2];
		};
		turn(forSlope, 0, g, 0);
		for (let i = 0; i < inner; i++) turn(iCross, i * wide, c, i * all);
		const bend = this.#seen.bend.slice();
		whole(bend, wide);
		const right = new Float64Array(wide * all);
		for (let i = 0; i < wide; i++) turn(bend, i * wide, right, i * all);
		const column = new Float64Array(wide);
		for (let j = 0; j < all; j++) {
			for (let i = 0; i < wide; i++) column[i] = right[i * all + j];
			turn(column, 0, h, j * all);
		}
		// Gaps are logarithms: what the slope by cuts adds to the bend.
		if (own.cut >= 0) {
			let sum = 0;
			for (let j = this.#cuts - 1; j >= 1; j--) {
				sum += slope[C + j];
				const at = own.gaps + j - 1;
				h[at * all + at] -= sum * Math.exp(x[at]);
			}
		}
	}

	#factor = new Float64Array(0);

	/** Factor of the bend, inner lucks eliminated. Returns half the logarithm of its determinant. */
	#factorise(): number {
		const { all } = this.own;
		const { inner } = this.#problem;
		const h = this.#h.slice();
		for (let s = 0; s < inner; s++) {
			const weight = 1 / this.#seen.iBend[s];
			for (let i = 0; i < all; i++) {
				const v = this.#c[s * all + i] * weight;
				if (v) for (let j = 0; j <= i; j++) h[i * all + j] -= v * this.#c[s * all + j];
			}
		}
		for (let ridge = 0; ; ridge = ridge ? ridge * 10 : 1e-6) {
			const tried = h.slice();
			if (ridge) for (let i = 0; i < all; i++) tried[i * all + i] += ridge;
			const half = cholesky(tried, all);
			if (!Number.isNaN(half) || ridge > 1e6) {
				this.#factor = tried;
				return half;
			}
		}
	}

	/** Newton's step. Returns the gain that it promises. */
	#step(step: Float64Array, innerStep: Float64Array): number {
		const { all } = this.own;
		const { inner } = this.#problem;
		step.set(this.#g);
		for (let s = 0; s < inner; s++) {
			const weight = this.#seen.iSlope[s] / this.#seen.iBend[s];
			for (let i = 0; i < all; i++) step[i] -= this.#c[s * all + i] * weight;
		}
		forward(this.#factor, all, step);
		backward(this.#factor, all, step);
		let gain = 0;
		for (let i = 0; i < all; i++) gain += step[i] * this.#g[i];
		for (let s = 0; s < inner; s++) {
			let sum = this.#seen.iSlope[s];
			for (let i = 0; i < all; i++) sum -= this.#c[s * all + i] * step[i];
			innerStep[s] = sum / this.#seen.iBend[s];
			gain += innerStep[s] * this.#seen.iSlope[s];
		}
		return gain / 2;
	}

	#top(
		x: Float64Array,
		luck: Float64Array,
		scales: Float64Array,
		precision: Float64Array,
		innerPrecision: number,
		height: number,
		half: number
	): Top {
		const p = this.#problem;
		const { all } = this.own;
		const seen = copied(this.#seen);
		for (let i = 0; i < p.inner; i++) seen.iBend[i] -= innerPrecision;
		return {
			x,
			luck,
			factor: this.#factor,
			evidence: this.#evidence(height, half, precision, innerPrecision),
			height,
			likelihood: this.#likelihood,
			slope: this.#scaleSlope(x, luck, scales, all),
			seen
		};
	}

	/** Logarithm of the marginal likelihood of the scales (Laplace), but for a constant. */
	#evidence(height: number, half: number, precision: Float64Array, innerPrecision: number): number {
		const { coefficients, inner } = this.#problem;
		let evidence = height - half;
		for (let i = 0; i < coefficients; i++) evidence += 0.5 * Math.log(precision[i]);
		for (let s = 0; s < inner; s++)
			evidence += 0.5 * Math.log(innerPrecision) - 0.5 * Math.log(this.#seen.iBend[s]);
		return evidence;
	}

	/** d evidence / d log scale: -rank + precision (squares + variances) over its coefficients. */
	#scaleSlope(
		x: Float64Array,
		luck: Float64Array,
		scales: Float64Array,
		all: number
	): Float64Array {
		const p = this.#problem;
		const out = new Float64Array(p.scales);
		// Inverse of the factor, column by column: variances, and the inner ones through it.
		const inverse = new Float64Array(all * all);
		const unit = new Float64Array(all);
		for (let i = 0; i < all; i++) {
			unit.fill(0);
			unit[i] = 1;
			forward(this.#factor, all, unit);
			inverse.set(unit, i * all);
		}
		for (const { scale, coefficient, rank } of p.blocks) {
			const precision = this.#precisionOf(scales[scale]);
			for (let k = coefficient; k < coefficient + rank; k++) {
				let variance = 0;
				for (let i = k; i < all; i++) variance += inverse[k * all + i] ** 2;
				out[scale] += precision * (x[k] ** 2 + variance) - 1;
			}
		}
		if (p.inner) {
			const precision = this.#precisionOf(scales[p.innerScale]);
			for (let s = 0; s < p.inner; s++) {
				const d = this.#seen.iBend[s];
				let variance = 1 / d;
				for (let i = 0; i < all; i++) {
					let sum = 0;
					for (let j = 0; j <= i; j++) sum += this.#c[s * all + j] * inverse[j * all + i];
					variance += (sum / d) ** 2;
				}
				out[p.innerScale] += precision * (luck[s] ** 2 + variance) - 1;
			}
		}
		return out;
	}
}

const PARTS = ['slope', 'bend', 'iSlope', 'iBend', 'iCross'] as const;

const eachPart = (of: (part: (typeof PARTS)[number]) => Float64Array): Seen => ({
	slope: of('slope'),
	bend: of('bend'),
	iSlope: of('iSlope'),
	iBend: of('iBend'),
	iCross: of('iCross')
});

const cleared = (seen: Seen): Seen => eachPart((part) => seen[part].fill(0));
const copied = (seen: Seen): Seen => eachPart((part) => seen[part].slice());

/** Fills both sides of a bend of which every entry was added up on one side of the diagonal. */
function whole(bend: Float64Array, wide: number): void {
	for (let i = 0; i < wide; i++)
		for (let j = 0; j < i; j++)
			bend[i * wide + j] = bend[j * wide + i] = bend[i * wide + j] + bend[j * wide + i];
}

/** The same answers about sums of coefficients, as `advance` takes them. */
export function byCoefficients(problem: Problem): Problem {
	const { blocks, answers, start, index, value, coefficients, features } = problem;
	const values = new Float64Array(answers * coefficients);
	const by = new Float64Array(features);
	for (let a = 0; a < answers; a++) {
		by.fill(0);
		for (let i = start[a]; i < start[a + 1]; i++) by[index[i]] += value[i];
		for (const { feature, coefficient, basis, size, rank } of blocks)
			for (let k = 0; k < rank; k++) {
				let sum = basis ? 0 : by[feature + k];
				if (basis)
					for (let i = 0; i < size; i++) sum += by[feature + i] * basis.values[i * rank + k];
				values[a * coefficients + coefficient + k] = sum;
			}
	}
	return {
		...problem,
		features: coefficients,
		start: Int32Array.from({ length: answers + 1 }, (_, a) => a * coefficients),
		index: Int32Array.from(values, (_, i) => i % coefficients),
		value: values
	};
}

/** Where the answers stand, and where slope and bend of their log-likelihood are added up. */
interface At {
	worth: Float64Array;
	luck: Float64Array;
	cuts: Float64Array;
	tie: number;
	factor: number;
	lean: number;
	into: Seen;
}

/** Adds up all answers. Returns their log-likelihood. The innermost loop of every fit: plain on purpose. */
function addAnswers(p: Problem, at: At): number {
	const { start, count, level, innerOf, index, value, pair, answers, features, levels } = p;
	const { worth, luck, cuts, tie, factor, lean } = at;
	const { slope, bend, iSlope, iBend, iCross } = at.into;
	const wide = slope.length;
	const TIE = features + cuts.length;
	const FACTOR = TIE + 1;
	const LEAN = TIE + 2;
	const top = levels - 1;
	const one = blankOrdinal();
	let log = 0;
	for (let a = 0; a < answers; a++) {
		const from = start[a];
		const to = start[a + 1];
		const n = count[a];
		const said = level[a];
		const inner = innerOf[a];
		const isPair = pair[a] === 1;
		let u = inner >= 0 ? luck[inner] : 0;
		for (let i = from; i < to; i++) u += value[i] * worth[index[i]];
		if (isPair) {
			const e = factor * u + lean;
			ordinal(
				said === 0 ? -Infinity : (said === 1 ? -tie : tie) - e,
				said === 2 ? Infinity : (said === 0 ? -tie : tie) - e,
				one
			);
		} else
			ordinal(
				said === 0 ? -Infinity : cuts[said - 1] - u,
				said === top ? Infinity : cuts[said] - u,
				one
			);
		log += n * one.log;
		const du = -n * (one.low + one.high);
		const duu = n * (one.lowLow + 2 * one.lowHigh + one.highHigh);
		const scale = isPair ? factor : 1;
		for (let i = from; i < to; i++) {
			const row = index[i] * wide;
			const v = value[i] * scale;
			slope[index[i]] += du * v;
			const w = duu * v * scale;
			for (let j = from; j <= i; j++) bend[row + index[j]] -= w * value[j];
		}
		if (isPair) {
			// How the cuts below and above move with the tie: -1 or +1.
			const sl = said === 1 ? -1 : 1;
			const sh = said === 0 ? -1 : 1;
			const dt = n * (sl * one.low + sh * one.high) * tie;
			const dtt = n * (one.lowLow + 2 * sl * sh * one.lowHigh + one.highHigh) * tie * tie;
			const det = -n * (sl * one.lowLow + (sl + sh) * one.lowHigh + sh * one.highHigh) * tie;
			const ku = factor * u;
			for (let i = from; i < to; i++) {
				const row = index[i] * wide;
				const v = value[i] * factor;
				bend[row + TIE] -= det * v;
				bend[row + FACTOR] -= (duu * ku + du) * v;
				bend[row + LEAN] -= duu * v;
			}
			slope[TIE] += dt;
			slope[FACTOR] += du * ku;
			slope[LEAN] += du;
			bend[TIE * wide + TIE] -= dtt + dt;
			bend[TIE * wide + FACTOR] -= det * ku;
			bend[TIE * wide + LEAN] -= det;
			bend[FACTOR * wide + FACTOR] -= duu * ku * ku + du * ku;
			bend[FACTOR * wide + LEAN] -= duu * ku;
			bend[LEAN * wide + LEAN] -= duu;
			continue;
		}
		const lowCut = features + said - 1;
		const highCut = features + said;
		const uLow = -n * (one.lowLow + one.lowHigh);
		const uHigh = -n * (one.lowHigh + one.highHigh);
		for (let i = from; i < to; i++) {
			const row = index[i] * wide;
			const v = value[i];
			if (said > 0) bend[row + lowCut] -= uLow * v;
			if (said < top) bend[row + highCut] -= uHigh * v;
			if (inner >= 0) iCross[inner * wide + index[i]] -= duu * v;
		}
		if (inner >= 0) {
			iSlope[inner] += du;
			iBend[inner] -= duu;
			if (said > 0) iCross[inner * wide + lowCut] -= uLow;
			if (said < top) iCross[inner * wide + highCut] -= uHigh;
		}
		if (said > 0) {
			slope[lowCut] += n * one.low;
			bend[lowCut * wide + lowCut] -= n * one.lowLow;
		}
		if (said < top) {
			slope[highCut] += n * one.high;
			bend[highCut * wide + highCut] -= n * one.highHigh;
			if (said > 0) bend[lowCut * wide + highCut] -= n * one.lowHigh;
		}
	}
	return log;
}
