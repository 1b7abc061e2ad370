import {
	meanScene,
	windowRadius,
	type Denoise,
	type GuidedOptions,
	type SceneSet
} from '../src/lib/service/diffusion';

/**
 * The equations of the guided denoiser as they are written: a double loop over pixels and window,
 * no running sums, nothing shared, no scene dropped. What the fast one is measured against.
 * Gives the weights of its last evaluation too, so that a whole take can be made with it.
 */
export function plainDenoiser(
	set: SceneSet,
	options: GuidedOptions
): { denoise: Denoise; weights: Float32Array[] } {
	const mean = meanScene(set.scenes, options.prior);
	const m = options.touchiness;
	const weights = set.scenes.map(() => new Float32Array(set.width * set.height));
	const denoise: Denoise = (x, sigma, out) => {
		const radius = windowRadius(sigma, options.window);
		const cond = posterior(set, options.prior, x, sigma, radius, weights);
		const neg = posterior(set, options.negativePrior, x, sigma, radius);
		const variance = sigma * sigma + set.spread * set.spread;
		const own = (set.spread * set.spread) / variance;
		for (let i = 0; i < out.length; i++) {
			const muted = own * x[i] + (1 - m) * (neg[i] - own * x[i]) + ((1 - own) * m * mean[i]) / 2;
			out[i] = muted + options.guidance * (cond[i] - muted);
		}
	};
	return { denoise, weights };
}

function posterior(
	{ width, height, spread, scenes }: SceneSet,
	prior: ArrayLike<number>,
	x: Float64Array,
	sigma: number,
	radius: number,
	weights?: Float32Array[]
): Float64Array {
	const variance = sigma * sigma + spread * spread;
	const logs = scenes.map((scene, k) =>
		windowed(x, scene, width, height, radius, variance, Math.log(prior[k]))
	);
	const out = new Float64Array(x.length);
	for (let p = 0; p < width * height; p++) {
		let top = -Infinity;
		for (const log of logs) if (log[p] > top) top = log[p];
		let total = 0;
		for (const log of logs) total += log[p] = Math.exp(log[p] - top);
		logs.forEach((log, k) => {
			if (weights) weights[k][p] = log[p] / total;
		});
		for (let c = 0; c < 3; c++) {
			const i = p * 3 + c;
			let blend = 0;
			for (let k = 0; k < scenes.length; k++) blend += (logs[k][p] / total) * scenes[k][i];
			out[i] = ((spread * spread) / variance) * x[i] + ((sigma * sigma) / variance) * blend;
		}
	}
	return out;
}

/** Log weight of one scene at every pixel, its window summed up anew at each. */
function windowed(
	x: Float64Array,
	scene: Float32Array,
	width: number,
	height: number,
	radius: number,
	variance: number,
	logPrior: number
): Float64Array {
	const apart = new Float64Array(width * height);
	for (let p = 0, i = 0; p < apart.length; p++)
		for (let c = 0; c < 3; c++, i++) apart[p] += (x[i] - scene[i]) ** 2;
	const out = new Float64Array(width * height);
	for (let py = 0; py < height; py++) {
		const top = Math.max(0, py - radius);
		const bottom = Math.min(height - 1, py + radius);
		for (let px = 0; px < width; px++) {
			const left = Math.max(0, px - radius);
			const right = Math.min(width - 1, px + radius);
			let sum = 0;
			for (let qy = top; qy <= bottom; qy++)
				for (let q = qy * width + left, end = qy * width + right; q <= end; q++) sum += apart[q];
			out[py * width + px] = logPrior - sum / (2 * variance);
		}
	}
	return out;
}
