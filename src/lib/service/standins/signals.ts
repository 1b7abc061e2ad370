import { boxRoom, boxSum } from '$lib/service/diffusion';
import type { Signals } from '$lib/core/contract';
import { largestRegion } from './region';
import type { SceneField } from './scene-field';

/** Log-odds of one place count for no more than this. */
const CERTAIN = 20;

/**
 * What the model knows about its own result.
 *
 * - `agreement`: log-odds of the picture under the scenes that show the prompt against those that
 *   do not, over the window round every latent pixel; clipped to +-20 at each, then averaged.
 * - `wholeness`: share of the picture in the largest connected region of one scene.
 * - `burn`: share of latent values beyond the range that can be shown.
 *
 * @param radius of the window, in latent pixels
 * @param spread standard deviation of pictures round a scene
 */
export function signalsOf(
	latent: Float64Array,
	field: SceneField,
	radius: number,
	spread: number
): Signals {
	const { width, height, latents, showing, straying, prior } = field;
	const pixels = width * height;
	const room = boxRoom(width, height);
	const error = new Float64Array(pixels);
	const owner = new Int16Array(pixels).fill(-1);
	const best = new Float32Array(pixels).fill(-Infinity);
	const groups = [showing, straying].map((weights) => ({
		weights,
		total: weights.reduce((sum, w) => sum + w, 0),
		evidence: new Float64Array(pixels).fill(-Infinity)
	}));
	for (let k = 0; k < latents.length; k++) {
		halfSquareApart(latent, latents[k], error);
		boxSum(error, error, width, height, radius, room);
		for (const { weights, total, evidence } of groups) {
			if (weights[k] > 0) addEvidence(evidence, error, Math.log(weights[k] / total), spread);
		}
		if (prior[k] > 0) claim(owner, best, error, k, Math.log(prior[k]), spread);
	}
	let agreement = 0;
	const [shows, strays] = groups.map(({ evidence }) => evidence);
	for (let p = 0; p < pixels; p++) {
		agreement += Math.max(-CERTAIN, Math.min(CERTAIN, shows[p] - strays[p])) / pixels;
	}
	let beyond = 0;
	for (const value of latent) if (value < -1 || value > 1) beyond++;
	return {
		agreement: round(agreement),
		wholeness: round(largestRegion(owner, width, height).length / pixels),
		burn: round(beyond / latent.length)
	};
}

const round = (value: number): number => Math.round(value * 1e4) / 1e4;

/** evidence <- log(e^evidence + prior e^(-error / s^2)) at every pixel. */
function addEvidence(
	evidence: Float64Array,
	error: Float64Array,
	logPrior: number,
	spread: number
): void {
	for (let p = 0; p < evidence.length; p++) {
		const a = evidence[p];
		const b = logPrior - error[p] / spread ** 2;
		const apart = Math.abs(a - b);
		evidence[p] = Math.max(a, b) + (apart < 40 ? Math.log1p(Math.exp(-apart)) : 0);
	}
}

/** Gives scene `k` every pixel that it explains better than those before it. */
function claim(
	owner: Int16Array,
	best: Float32Array,
	error: Float64Array,
	k: number,
	logPrior: number,
	spread: number
): void {
	for (let p = 0; p < owner.length; p++) {
		const weight = logPrior - error[p] / spread ** 2;
		if (weight <= best[p]) continue;
		best[p] = weight;
		owner[p] = k;
	}
}

/** |x - mu|^2 / 2 at every pixel. */
function halfSquareApart(x: Float64Array, scene: Float32Array, out: Float64Array): void {
	for (let p = 0, i = 0; p < out.length; p++, i += 3) {
		const [a, b, c] = [x[i] - scene[i], x[i + 1] - scene[i + 1], x[i + 2] - scene[i + 2]];
		out[p] = (a * a + b * b + c * c) / 2;
	}
}
