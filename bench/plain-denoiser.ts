import {
	meanScene,
	muted,
	windowRadius,
	type GuidedOptions,
	type SceneSet
} from '../src/lib/core/diffusion';

/**
 * The equations of the guided denoiser as they are written: a double loop over pixels and window,
 * no running sums, nothing shared, no scene dropped. What the fast one is measured against.
 */
export function plainDenoise(
	set: SceneSet,
	options: GuidedOptions,
	x: Float32Array,
	sigma: number
): Float32Array {
	const mean = meanScene(set.scenes, options.prior);
	const copies = set.scenes.map((scene) => muted(scene, mean, options.touchiness));
	const radius = windowRadius(sigma, options.window);
	const cond = posterior(set, set.scenes, options.prior, x, sigma, radius);
	const neg = posterior(set, copies, options.negativePrior, x, sigma, radius);
	return neg.map((value, i) => value + options.guidance * (cond[i] - value));
}

function posterior(
	{ width, height, spread }: SceneSet,
	scenes: Float32Array[],
	prior: ArrayLike<number>,
	x: Float32Array,
	sigma: number,
	radius: number
): Float32Array {
	const variance = sigma * sigma + spread * spread;
	const out = new Float32Array(x.length);
	const logs = new Float64Array(scenes.length);
	for (let py = 0; py < height; py++) {
		for (let px = 0; px < width; px++) {
			for (let k = 0; k < scenes.length; k++) {
				const scene = scenes[k];
				let sum = 0;
				for (let qy = Math.max(0, py - radius); qy <= Math.min(height - 1, py + radius); qy++) {
					for (let qx = Math.max(0, px - radius); qx <= Math.min(width - 1, px + radius); qx++) {
						const q = (qy * width + qx) * 3;
						for (let c = 0; c < 3; c++) sum += (x[q + c] - scene[q + c]) ** 2;
					}
				}
				logs[k] = Math.log(prior[k]) - sum / (2 * variance);
			}
			const top = Math.max(...logs);
			let total = 0;
			for (let k = 0; k < scenes.length; k++) total += logs[k] = Math.exp(logs[k] - top);
			const p = (py * width + px) * 3;
			for (let c = 0; c < 3; c++) {
				let blend = 0;
				for (let k = 0; k < scenes.length; k++) blend += (logs[k] / total) * scenes[k][p + c];
				out[p + c] =
					((spread * spread) / variance) * x[p + c] + ((sigma * sigma) / variance) * blend;
			}
		}
	}
	return out;
}
