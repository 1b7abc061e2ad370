import type { Denoise } from './samplers';
import { boxSum } from './window';

/** What a model remembers, at latent size. */
export interface SceneSet {
	/** Latent width and height in pixels. */
	width: number;
	height: number;
	/** One latent picture a scene: `width * height * 3` values in [-1, 1], channels together. */
	scenes: Float32Array[];
	/** Standard deviation of the pictures round each scene, the `s` of the posterior. */
	spread: number;
}

export interface WindowRange {
	/** Window radius in latent pixels at the largest noise level. */
	high: number;
	/** Window radius in latent pixels at the smallest noise level. */
	low: number;
	sigmaMin: number;
	sigmaMax: number;
}

export interface GuidedOptions {
	/** Prior weight of every scene under the prompt; 0 leaves a scene out. */
	prior: ArrayLike<number>;
	/** Prior weight of every scene without the prompt, moved by a negative prompt. */
	negativePrior: ArrayLike<number>;
	/** Guidance g; 1 is the conditional result alone. */
	guidance: number;
	/** How far the unprompted copies are muted towards half their mean, 0 to 1. */
	touchiness: number;
	window: WindowRange;
}

/** A denoiser and the weights of its last evaluation. */
export interface GuidedDenoiser {
	denoise: Denoise;
	/** Weight of every scene at every latent pixel under the prompt, of the last evaluation. */
	weights: Float32Array[];
}

/**
 * Window radius at a noise level: from `high` to `low` along the logarithm of sigma.
 * Source: the shrinking windows of Kamb and Ganguli 2024, with a schedule of our own.
 */
export function windowRadius(sigma: number, range: WindowRange): number {
	const span = Math.log(range.sigmaMax / range.sigmaMin);
	const along = span > 0 ? Math.log(Math.max(sigma, range.sigmaMin) / range.sigmaMin) / span : 1;
	return Math.round(range.low + (range.high - range.low) * Math.min(1, along));
}

/** Mean picture of a scene set under some prior weights, same shape as one scene. */
export function meanScene(scenes: Float32Array[], prior: ArrayLike<number>): Float32Array {
	const mean = new Float32Array(scenes[0].length);
	let total = 0;
	for (let k = 0; k < scenes.length; k++) total += prior[k];
	scenes.forEach((scene, k) => {
		const share = prior[k] / total;
		if (share > 0) for (let i = 0; i < mean.length; i++) mean[i] += share * scene[i];
	});
	return mean;
}

/**
 * The guided denoiser D = D_neg + g (D_cond - D_neg), each of the two the posterior mean of a
 * Gaussian mixture of scenes, its likelihood taken over a square window round every pixel.
 *
 * D_cond weighs the scenes by `prior`; D_neg weighs muted copies mu' = (1-m) mu + m mean/2 by
 * `negativePrior`. With windows as wide as the frame and guidance 1 this is the exact posterior
 * mean. Sources: Karras et al. 2022, appendix B.3 (closed form); Kamb and Ganguli 2024 (windows);
 * Ho and Salimans 2022, eq. 6 (guidance).
 *
 * |x - mu|^2 is expanded, and |x|^2 and x.mean drop out of the weights; what is left,
 * x.mu - |mu|^2/2, shares its window sum of x.mu between a scene and its muted copy.
 */
export function guidedDenoiser(set: SceneSet, options: GuidedOptions): GuidedDenoiser {
	const { width, height, scenes, spread } = set;
	const { prior, negativePrior, guidance, touchiness: m, window } = options;
	const pixels = width * height;
	const count = scenes.length;
	const guided = guidance !== 1;
	const mean = meanScene(scenes, prior);

	const energy = scenes.map((scene) => halfSquare(scene, pixels));
	const mutedEnergy = guided
		? scenes.map((scene) => halfSquare(muted(scene, mean, m), pixels))
		: [];

	const scratch = new Float32Array(pixels);
	const columns = new Float64Array(width);
	const product = new Float32Array(pixels);
	const summed = scenes.map(() => new Float32Array(pixels));
	const energySum = scenes.map(() => new Float32Array(pixels));
	const mutedSum = guided ? scenes.map(() => new Float32Array(pixels)) : [];
	const weights = scenes.map(() => new Float32Array(pixels));
	const negativeWeights = guided ? scenes.map(() => new Float32Array(pixels)) : [];
	let lastRadius = -1;

	const denoise: Denoise = (x, sigma, out) => {
		const radius = windowRadius(sigma, window);
		const sum = (from: Float32Array, to: Float32Array) =>
			boxSum(from, to, width, height, radius, scratch, columns);
		if (radius !== lastRadius) {
			for (let k = 0; k < count; k++) {
				sum(energy[k], energySum[k]);
				if (guided) sum(mutedEnergy[k], mutedSum[k]);
			}
			lastRadius = radius;
		}
		for (let k = 0; k < count; k++) {
			if (!(prior[k] > 0) && !(negativePrior[k] > 0)) continue;
			dot(x, scenes[k], product);
			sum(product, summed[k]);
		}
		const variance = sigma * sigma + spread * spread;
		softmax(summed, energySum, prior, 1, 1 / variance, weights);
		if (guided) softmax(summed, mutedSum, negativePrior, 1 - m, 1 / variance, negativeWeights);

		const own = (spread * spread) / variance;
		const shared = (sigma * sigma) / variance;
		for (let i = 0; i < out.length; i++) out[i] = own * x[i];
		// D_neg + g (D_cond - D_neg), gathered scene by scene.
		const forward = shared * guidance;
		const backward = guided ? shared * (1 - guidance) : 0;
		const half = (backward * m) / 2;
		for (let k = 0; k < count; k++) {
			const scene = scenes[k];
			const w = prior[k] > 0 ? weights[k] : null;
			const v = guided && negativePrior[k] > 0 ? negativeWeights[k] : null;
			if (!w && !v) continue;
			for (let p = 0, i = 0; p < pixels; p++, i += 3) {
				const amount = (w ? forward * w[p] : 0) + (v ? backward * (1 - m) * v[p] : 0);
				if (amount === 0) continue;
				out[i] += amount * scene[i];
				out[i + 1] += amount * scene[i + 1];
				out[i + 2] += amount * scene[i + 2];
			}
		}
		if (half !== 0) for (let i = 0; i < out.length; i++) out[i] += half * mean[i];
		// The own share is not guided: the two x-terms cancel but for one.
	};
	return { denoise, weights };
}

/** A scene's muted copy, mu' = (1-m) mu + m mean/2. */
export function muted(scene: Float32Array, mean: Float32Array, m: number): Float32Array {
	return scene.map((value, i) => (1 - m) * value + (m * mean[i]) / 2);
}

/** |mu|^2 / 2 at every pixel. */
function halfSquare(scene: Float32Array, pixels: number): Float32Array {
	const out = new Float32Array(pixels);
	for (let p = 0, i = 0; p < pixels; p++, i += 3) {
		out[p] = (scene[i] ** 2 + scene[i + 1] ** 2 + scene[i + 2] ** 2) / 2;
	}
	return out;
}

/** x . mu at every pixel. */
function dot(x: Float32Array, scene: Float32Array, out: Float32Array): void {
	for (let p = 0, i = 0; p < out.length; p++, i += 3) {
		out[p] = x[i] * scene[i] + x[i + 1] * scene[i + 1] + x[i + 2] * scene[i + 2];
	}
}

/**
 * Posterior weights: prior_k exp((scale * dots_k - energies_k) * precision), normalised over k at
 * every pixel. Scenes whose prior is 0 keep a weight of 0. The largest exponent is taken out first.
 */
function softmax(
	dots: Float32Array[],
	energies: Float32Array[],
	prior: ArrayLike<number>,
	scale: number,
	precision: number,
	out: Float32Array[]
): void {
	const pixels = dots[0].length;
	const used = dots.map((_, k) => k).filter((k) => prior[k] > 0);
	const largest = new Float32Array(pixels).fill(-Infinity);
	for (const k of used) {
		const logPrior = Math.log(prior[k]);
		const logits = out[k];
		const d = dots[k];
		const e = energies[k];
		for (let p = 0; p < pixels; p++) {
			const logit = (scale * d[p] - e[p]) * precision + logPrior;
			logits[p] = logit;
			if (logit > largest[p]) largest[p] = logit;
		}
	}
	const total = new Float32Array(pixels);
	for (const k of used) {
		const w = out[k];
		for (let p = 0; p < pixels; p++) {
			const below = w[p] - largest[p];
			// exp(-14) is under 1e-6: such a scene no longer shows.
			const weight = below < -14 ? 0 : Math.exp(below);
			w[p] = weight;
			total[p] += weight;
		}
	}
	for (const k of used) {
		const w = out[k];
		for (let p = 0; p < pixels; p++) w[p] /= total[p];
	}
}
