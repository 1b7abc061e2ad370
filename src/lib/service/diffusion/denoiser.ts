import { load } from './kernel';
import type { Denoise } from './samplers';

/** What a model remembers, at latent size. */
export interface SceneSet {
	/** Latent width and height in pixels. */
	width: number;
	height: number;
	/** One latent picture a scene: `width * height * 3` values in [-1, 1], channels together. */
	scenes: Float32Array[];
	/** Standard deviation of the pictures round each scene, the `s` of the posterior. */
	spread: number;
	/**
	 * Scenes that are weighed as if pictures stood farther round them, by index: a start picture that
	 * is only loosely meant. What they give once they are chosen is themselves all the same.
	 */
	ownSpread?: ReadonlyMap<number, number>;
	/** Row that splits the picture into two parts, each weighed on its own. 0 keeps it whole. @default 0 */
	parted?: number;
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
	/** How far the unprompted side is muted towards half the scenes' mean, 0 to 1. */
	touchiness: number;
	window: WindowRange;
}

/** A denoiser and the weights of its last evaluation. */
export interface GuidedDenoiser {
	denoise: Denoise;
	/**
	 * Weight of every scene at every latent pixel under the prompt, of the last evaluation. Asked for
	 * before another denoiser evaluates on the same thread.
	 */
	weights: () => Float32Array[];
}

/**
 * Window radius at a noise level: from `high` to `low` along the logarithm of sigma.
 * Source: the shrinking windows of Kamb and Ganguli 2024, with a schedule of our own.
 */
export function windowRadius(sigma: number, range: WindowRange): number {
	const span = Math.log(range.sigmaMax / range.sigmaMin);
	const along = span > 0 ? Math.log(Math.max(sigma, range.sigmaMin) / range.sigmaMin) / span : 1;
	return Math.round(range.low + (range.high - range.low) * Math.min(1, along) ** SLOWLY);
}

/** Power that keeps windows wide for longer: pictures settle at middle noise and must be whole there. */
const SLOWLY = 1 / 3;

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

/** Which denoiser evaluated last on this thread: the kernel's memory is its own until another does. */
let last: symbol | undefined;

/**
 * The guided denoiser D = D_neg + g (D_cond - D_neg). D_cond is the posterior mean of a Gaussian
 * mixture of scenes with weights `prior`, its likelihood taken over a square window round every pixel.
 * D_neg is that of the same scenes with weights `negativePrior`, muted: (1-m) of it and m mean/2.
 *
 * With windows as wide as the frame and guidance 1 this is the exact posterior mean. Scenes with a
 * deviation of their own are not muted. Sources: Karras et al. 2022, appendix B.3 (closed form); Kamb
 * and Ganguli 2024 (windows); Ho and Salimans 2022, eq. 6 (guidance). The muting is ours.
 *
 * |x - mu|^2 is expanded, and |x|^2 drops out of the weights: what is left is x.mu - |mu|^2/2, whose
 * sums over the window move on by a row and a column. step.as does it, for all scenes at once.
 */
export function guidedDenoiser(set: SceneSet, options: GuidedOptions): GuidedDenoiser {
	const { width, height, scenes, spread, ownSpread = new Map<number, number>(), parted = 0 } = set;
	const { prior, negativePrior, guidance, touchiness: m, window } = options;
	const guided = guidance !== 1;
	const mean = meanScene(scenes, prior);
	const shown = scenes
		.map((_, k) => k)
		.filter((k) => prior[k] > 0 || (guided && negativePrior[k] > 0));
	const parts = shown.map((k) => scenes[k]);
	/** Deviations of their own, by lane. */
	const broad = shown.flatMap((k, lane) => {
		const own = ownSpread.get(k);
		return own === undefined ? [] : [{ lane, own }];
	});
	/** First rows of what is weighed by itself, and the rows after it. */
	const bands =
		parted > 0 && parted < height
			? [
					[0, parted],
					[parted, height]
				]
			: [[0, height]];
	const me = Symbol('denoiser');

	const denoise: Denoise = (x, sigma, out) => {
		const kernel = load(parts, width, height);
		const variance = sigma * sigma + spread * spread;
		if (last !== me) {
			last = me;
			for (let i = 0; i < mean.length; i++) kernel.offset[i] = (m * mean[i]) / 2;
			const logs = (p: ArrayLike<number>, lane: number) =>
				lane < shown.length && p[shown[lane]] > 0 ? Math.log(p[shown[lane]]) : -Infinity;
			kernel.priorOfCond.forEach((_, lane, all) => (all[lane] = logs(prior, lane)));
			kernel.priorOfNeg.forEach((_, lane, all) => (all[lane] = logs(negativePrior, lane)));
			kernel.scale.fill(1 - m);
			kernel.mutes.fill(1);
			kernel.perSquare.fill(0);
			kernel.perPixel.fill(0);
		}
		kernel.noisy.set(x);
		kernel.precision.fill(1 / variance);
		for (const { lane, own } of broad) {
			// |x|^2 no longer drops out, nor does the width of the Gaussian.
			const wide = sigma * sigma + own * own;
			kernel.scale[lane] = 1;
			kernel.mutes[lane] = 0;
			kernel.precision[lane] = 1 / wide;
			kernel.perSquare[lane] = 1 / variance - 1 / wide;
			kernel.perPixel[lane] = -1.5 * Math.log(wide / variance);
		}
		for (const [from, to] of bands)
			kernel.evaluate(
				windowRadius(sigma, window),
				guidance,
				(spread * spread) / variance,
				(sigma * sigma) / variance,
				broad.length > 0,
				from,
				to
			);
		out.set(kernel.estimate);
	};
	return {
		denoise,
		weights() {
			if (last !== me) throw new Error('Another denoiser has evaluated since.');
			const { weights, lanes } = load(parts, width, height);
			const each = scenes.map(() => new Float32Array(width * height));
			shown.forEach((k, lane) => {
				const own = each[k];
				for (let p = 0, i = lane; p < own.length; p++, i += lanes) own[p] = weights[i];
			});
			return each;
		}
	};
}
