import { stream } from '$lib/core/random';
import { effectIn, type Fit } from './fit';
import { logistic } from './ordinal';
import { isSettled, REGRET, standingOf, type Standing, type Scores } from './settings';

/** How many truths are tried, how many draws are kept of each, and how far is looked. */
const TRUTHS = 15;
const KEPT = 250;
const FARTHEST = 200;
/** Settings that still may win: those with the least loss. */
const RUNNERS = 10;
/** Answers between two looks at the loss: at least this many, and a share of those before. */
const STRIDE = { least: 4, share: 0.2 };

/**
 * About how many pairs more settle the answer, by looking ahead on draws: one draw is taken for the
 * truth, answers are drawn from it, and the other draws are weighed by them; the median over truths.
 *
 * @returns 0 when it is settled; Infinity when it is more than 200
 */
export function pairsLeft({ draws }: Fit, scores: Scores, standing: Standing): number {
	if (standing.settled) return 0;
	const runners = standing.loss
		.map((_, s) => s)
		.sort((a, b) => standing.loss[a] - standing.loss[b])
		.slice(0, RUNNERS);
	const every = Math.max(1, Math.floor(draws.count / KEPT));
	const kept = Array.from({ length: Math.floor(draws.count / every) }, (_, i) => i * every);
	const n = kept.length;
	const score = runners.map((s) =>
		Float64Array.from(kept, (d) => scores.values[s * scores.draws + d])
	);
	const best = Int32Array.from(kept, (_, i) => {
		let at = 0;
		for (let s = 1; s < runners.length; s++) if (score[s][i] > score[at][i]) at = s;
		return at;
	});
	const chance = chancesOf(draws, kept);
	// Once half of the truths are done, the median can't lie beyond the middle one, so no other looks further.
	const needed: number[] = [];
	for (let t = 0; t < TRUTHS; t++) {
		const farthest = needed.length > TRUTHS >> 1 ? needed[TRUTHS >> 1] : FARTHEST;
		const draw = stream(`ahead|${t}`);
		const truth = Math.floor(((t + 0.5) * n) / TRUTHS);
		const weights = new Float64Array(n).fill(1);
		weights[truth] = 0;
		let found = Infinity;
		for (let asked = 0; asked < farthest && found === Infinity;) {
			const stride = Math.max(STRIDE.least, Math.round(asked * STRIDE.share));
			asked += stride;
			const sums = cumulative(weights);
			const sample = () => best[at(sums, draw.next() * sums[n - 1])];
			for (let q = 0; q < stride; q++) {
				const a = sample();
				let b = a;
				for (let i = 0; i < 40 && b === a; i++) b = sample();
				if (b === a) b = a ? 0 : Math.min(1, runners.length - 1);
				const by = score[a][truth] - score[b][truth];
				const roll = draw.next();
				const left = chance(truth, by, 2);
				const answer = roll < left ? 2 : roll < left + chance(truth, by, 0) ? 0 : 1;
				for (let i = 0; i < n; i++) weights[i] *= chance(i, score[a][i] - score[b][i], answer);
			}
			if (settles(score, best, weights)) found = asked;
		}
		needed.push(found);
		needed.sort((a, b) => a - b);
	}
	return needed[TRUTHS >> 1];
}

function cumulative(weights: Float64Array): Float64Array {
	const sums = weights.slice();
	for (let i = 1; i < sums.length; i++) sums[i] += sums[i - 1];
	return sums;
}

/** The first place whose sum reaches a value. */
function at(sums: Float64Array, value: number): number {
	let [low, high] = [0, sums.length - 1];
	while (low < high) {
		const middle = (low + high) >> 1;
		if (sums[middle] < value) low = middle + 1;
		else high = middle;
	}
	return low;
}

/** Chance of an answer in one of the draws that are kept, by how much more the left one is worth. */
function chancesOf({ answers }: Fit['draws'], kept: readonly number[]) {
	const ties = Float64Array.from(kept, (d) => answers[d * 5 + 2]);
	const factors = Float64Array.from(kept, (d) => answers[d * 5 + 3]);
	return (i: number, by: number, answer: number): number => {
		if (answer === 2) return logistic(factors[i] * by - ties[i]);
		if (answer === 0) return logistic(-factors[i] * by - ties[i]);
		return Math.max(
			1e-9,
			1 - logistic(factors[i] * by - ties[i]) - logistic(-factors[i] * by - ties[i])
		);
	};
}

/** Whether the answer is settled under weighed draws. */
function settles(score: readonly Float64Array[], best: Int32Array, weights: Float64Array): boolean {
	let all = 0;
	for (const weight of weights) all += weight;
	if (!(all > 0)) return true;
	const means = score.map((one) => one.reduce((sum, u, i) => sum + weights[i] * u, 0));
	const named = score[means.indexOf(Math.max(...means))];
	let [loss, regrets] = [0, 0];
	for (let i = 0; i < weights.length; i++) {
		const lost = score[best[i]][i] - named[i];
		loss += weights[i] * lost;
		if (lost > REGRET) regrets += weights[i];
	}
	return isSettled(loss / all, regrets / all);
}

/** How one dial stands by itself: the expected loss of its best stop, averaged over the other dials. */
export function dialLoss({ draws, layout, evidence }: Fit, dial: number): number {
	const { stops } = evidence.dials[dial];
	const values = new Float64Array(stops.length * draws.count);
	for (let s = 0; s < stops.length; s++)
		for (let d = 0; d < draws.count; d++)
			values[s * draws.count + d] = effectIn(draws, layout.dials[dial] + s, d);
	const standing = standingOf({ count: stops.length, draws: draws.count, values });
	return standing.loss[standing.best];
}
