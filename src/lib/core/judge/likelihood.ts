import { blankOrdinal, ordinal, type Ordinal } from './ordinal';
import type { Problem } from './problem';
import type { Lower } from './sparse';

/** c^2 of the probit that is nearest to a logistic (MacKay 1992, eq. 10): (16 sqrt(3) / (15 pi))^2. */
const WIDENS = ((16 * Math.sqrt(3)) / (15 * Math.PI)) ** 2;

/** How much a logistic slope flattens when a normal of this variance is integrated out. */
export const flattened = (variance: number): number => 1 / Math.sqrt(1 + WIDENS * variance);

/** The answers' own numbers as they are used: gaps and tie are fitted as logarithms. */
export function answerNumbers({ own, levels }: Pick<Problem, 'own' | 'levels'>, x: Float64Array) {
	const cuts = new Float64Array(own.cut < 0 ? 0 : levels - 1);
	if (own.cut >= 0) {
		cuts[0] = x[own.cut];
		for (let j = 1; j < cuts.length; j++) cuts[j] = cuts[j - 1] + Math.exp(x[own.gaps + j - 1]);
	}
	return {
		cuts,
		tie: own.tie < 0 ? 0 : Math.exp(x[own.tie]),
		lean: own.lean < 0 ? 0 : x[own.lean]
	};
}

/** Slopes of answers at given scales: of pairs beside marks, and of every judge. */
export const slopesAt = (
	{ factorScale, slopeScale }: Pick<Problem, 'factorScale' | 'slopeScale'>,
	scales: Float64Array
) => ({
	factor: factorScale < 0 ? 1 : Math.exp(scales[factorScale]),
	judges: Float64Array.from(slopeScale, (at) => (at < 0 ? 1 : scales[at]))
});

/** Slope of a log-likelihood, and its curvature with the sign changed. */
export interface Seen {
	/** By features or coefficients, then own numbers. */
	slope: Float64Array;
	/** Every entry on one side of the diagonal only, in the order in which an answer lists them. */
	bend: Float64Array;
	/** By nodes. */
	nodeSlope: Float64Array;
	/** Nodes with features or coefficients and own numbers: a row a node. */
	cross: Float64Array;
}

/** Where answers stand: score of features, own numbers, nodes, and how much integrated effects flatten. */
export interface At {
	score: Float64Array;
	x: Float64Array;
	z: Float64Array;
	flat: readonly number[];
	factor: number;
	judges: Float64Array;
}

/** The own numbers of one answer: index, and how the sum and the cuts below and above move with each. */
interface Local {
	count: number;
	at: Int32Array;
	sum: Float64Array;
	low: Float64Array;
	high: Float64Array;
}

/**
 * Adds up all answers. Returns their log-likelihood. The innermost loops of every fit: plain and small on
 * purpose.
 *
 * An answer is P(low < y < high) for a logistic y around a sum q: of a mark q = slope u, of a pair
 * q = factor slope u + lean, both flattened by the take effects that are integrated out.
 */
export function addAnswers(
	p: Problem,
	{ score, x, z, flat, factor, judges }: At,
	into: Seen,
	lower: Lower
): number {
	const { start, index, value, nodeStart, nodeIndex, nodeValue, own } = p;
	const { slope, bend } = into;
	const { cuts, tie, lean } = answerNumbers(p, x);
	const wide = slope.length;
	const numbersAt = p.features - p.coefficients;
	const top = p.levels - 1;
	const one = blankOrdinal();
	const bends = new Bends();
	const most = 5 + p.levels;
	const local: Local = {
		count: 0,
		at: new Int32Array(most),
		sum: new Float64Array(most),
		low: new Float64Array(most),
		high: new Float64Array(most)
	};
	const note = (at: number, sum: number, low: number, high: number) => {
		if (at < 0) return;
		const i = local.count++;
		local.at[i] = at + numbersAt;
		local.sum[i] = sum;
		local.low[i] = low;
		local.high[i] = high;
	};
	// Their places among features and numbers; -1 where they aren't fitted.
	const placed = (at: number) => (at < 0 ? -1 : at + numbersAt);
	const [tieAt, gapsFrom] = [placed(own.tie), placed(own.gaps)];
	const gapsTo = gapsFrom < 0 ? -1 : gapsFrom + p.levels - 2;
	let log = 0;
	for (let a = 0; a < p.answers; a++) {
		const [from, to] = [start[a], start[a + 1]];
		const [nodeFrom, nodeTo] = [nodeStart[a], nodeStart[a + 1]];
		const n = p.count[a];
		const said = p.level[a];
		const isPair = p.pair[a] === 1;
		const judge = p.judge[a];
		const k = flat[p.free[a]];
		let u = 0;
		for (let i = from; i < to; i++) u += value[i] * score[index[i]];
		for (let i = nodeFrom; i < nodeTo; i++) u += nodeValue[i] * z[nodeIndex[i]];
		const strictAt = own.strict.length ? own.strict[judge] : -1;
		const leanAt = own.judgeLean.length ? own.judgeLean[judge] : -1;
		const m = isPair ? factor * judges[judge] : judges[judge];
		local.count = 0;
		let [low, high] = [-Infinity, Infinity];
		let q = m * u;
		if (isPair) {
			q += lean + (leanAt < 0 ? 0 : x[leanAt]);
			if (said > 0) low = said === 1 ? -tie : tie;
			if (said < 2) high = said === 0 ? -tie : tie;
			note(own.lean, 1, 0, 0);
			note(leanAt, 1, 0, 0);
			note(own.tie, 0, said > 0 ? low : 0, said < 2 ? high : 0);
		} else {
			const driftAt = own.drift[judge];
			const when = p.when[a];
			const strict = (strictAt < 0 ? 0 : x[strictAt]) + (driftAt < 0 ? 0 : when * x[driftAt]);
			if (said > 0) low = cuts[said - 1] + strict;
			if (said < top) high = cuts[said] + strict;
			const [below, above] = [said > 0 ? 1 : 0, said < top ? 1 : 0];
			note(own.cut, 0, below, above);
			note(strictAt, 0, below, above);
			note(driftAt, 0, when * below, when * above);
			// Cut j lies above the first by the gaps before j.
			for (let j = 0; own.gaps >= 0 && j < Math.min(said, top - 1); j++) {
				const by = Math.exp(x[own.gaps + j]);
				note(own.gaps + j, 0, j < said - 1 ? by : 0, said < top ? by : 0);
			}
		}
		ordinal(k * (low - q), k * (high - q), one);
		log += n * one.log;
		bends.of(one, n, k, m);
		addFeatures(p, a, bends, slope, bend, wide);
		if (nodeTo > nodeFrom) addNodes(p, a, bends, into, lower);
		addNumbers(p, a, bends, local, into, isPair ? [tieAt, tieAt + 1] : [gapsFrom, gapsTo]);
	}
	return log;
}

/** How an answer's log-likelihood bends with its sum q and with the cuts below and above it. */
class Bends {
	/** Slope of q by the score of its features. */
	m = 1;
	q = 0;
	low = 0;
	high = 0;
	qq = 0;
	qLow = 0;
	qHigh = 0;
	lowLow = 0;
	lowHigh = 0;
	highHigh = 0;

	of(one: Ordinal, n: number, k: number, m: number): void {
		this.m = m;
		this.low = n * k * one.low;
		this.high = n * k * one.high;
		const kk = n * k * k;
		this.lowLow = kk * one.lowLow;
		this.lowHigh = kk * one.lowHigh;
		this.highHigh = kk * one.highHigh;
		this.q = -(this.low + this.high);
		this.qq = this.lowLow + 2 * this.lowHigh + this.highHigh;
		this.qLow = -(this.lowLow + this.lowHigh);
		this.qHigh = -(this.lowHigh + this.highHigh);
	}
}

function addFeatures(
	{ start, index, value }: Problem,
	a: number,
	{ m, q, qq }: Bends,
	slope: Float64Array,
	bend: Float64Array,
	wide: number
): void {
	const [from, to] = [start[a], start[a + 1]];
	for (let i = from; i < to; i++) {
		const at = index[i];
		const row = at * wide;
		const v = m * value[i];
		slope[at] += q * v;
		const w = qq * v * m;
		for (let j = from; j <= i; j++) bend[row + index[j]] -= w * value[j];
	}
}

function addNodes(
	{ start, index, value, nodeStart, nodeIndex, nodeValue, linkStart, links, pattern }: Problem,
	a: number,
	{ m, q, qq }: Bends,
	{ nodeSlope, cross, slope }: Seen,
	{ diagonal, below }: Lower
): void {
	const wide = slope.length;
	let link = linkStart[a];
	for (let i = nodeStart[a]; i < nodeStart[a + 1]; i++) {
		const at = nodeIndex[i];
		const v = m * nodeValue[i];
		nodeSlope[at] += q * v;
		const w = qq * v * m;
		const row = at * wide;
		for (let j = start[a]; j < start[a + 1]; j++) cross[row + index[j]] -= w * value[j];
		diagonal[pattern.place[at]] -= qq * v * v;
		for (let j = i + 1; j < nodeStart[a + 1]; j++, link++) below[links[link]] -= w * nodeValue[j];
	}
}

/** @param logs own numbers from one place to before another are fitted as logarithms */
function addNumbers(
	{ start, index, value, nodeStart, nodeIndex, nodeValue }: Problem,
	a: number,
	bends: Bends,
	{ count, at: places, sum, low, high }: Local,
	{ slope, bend, cross }: Seen,
	logs: readonly [number, number]
): void {
	const { m, q, qq, qLow, qHigh, lowLow, lowHigh, highHigh } = bends;
	const wide = slope.length;
	for (let i = 0; i < count; i++) {
		const [at, gq, gl, gh] = [places[i], sum[i], low[i], high[i]];
		slope[at] += q * gq + bends.low * gl + bends.high * gh;
		const h = m * (qq * gq + qLow * gl + qHigh * gh);
		for (let j = start[a]; j < start[a + 1]; j++) bend[index[j] * wide + at] -= h * value[j];
		for (let j = nodeStart[a]; j < nodeStart[a + 1]; j++)
			cross[nodeIndex[j] * wide + at] -= h * nodeValue[j];
		for (let j = 0; j <= i; j++) {
			const [gq2, gl2, gh2] = [sum[j], low[j], high[j]];
			bend[at * wide + places[j]] -=
				qq * gq * gq2 +
				qLow * (gq * gl2 + gl * gq2) +
				qHigh * (gq * gh2 + gh * gq2) +
				lowLow * gl * gl2 +
				lowHigh * (gl * gh2 + gh * gl2) +
				highHigh * gh * gh2;
		}
		// The second derivative of what is fitted as a logarithm.
		if (at >= logs[0] && at < logs[1]) bend[at * wide + at] -= bends.low * gl + bends.high * gh;
	}
}
