import type { Signals } from '$lib/core/schema';

/**
 * What the model knows about its own result.
 *
 * - `agreement`: log-odds of the picture under the prompt's scenes against the general ones, per
 *   latent pixel, from the weights of the last step taken under both priors; clipped to +-20.
 * - `wholeness`: share of the picture in the largest connected region of one scene.
 * - `burn`: share of latent values beyond the range that can be shown.
 */
export function signalsOf(
	latent: Float32Array,
	weights: Float32Array[],
	prior: ArrayLike<number>,
	generalPrior: ArrayLike<number>,
	width: number,
	height: number
): Signals {
	const pixels = width * height;
	const owner = new Int16Array(pixels);
	const best = new Float32Array(pixels);
	weights.forEach((w, k) => {
		for (let p = 0; p < pixels; p++) {
			if (w[p] > best[p]) {
				best[p] = w[p];
				owner[p] = k;
			}
		}
	});
	let total = 0;
	let generalTotal = 0;
	for (let k = 0; k < weights.length; k++) {
		total += prior[k];
		generalTotal += generalPrior[k];
	}
	let agreement = 0;
	for (let p = 0; p < pixels; p++) {
		const k = owner[p];
		const odds = prior[k] / total / (generalPrior[k] / generalTotal);
		agreement += Math.max(-20, Math.min(20, Math.log(odds)));
	}
	let beyond = 0;
	for (const value of latent) if (value < -1 || value > 1) beyond++;
	return {
		agreement: round(agreement / pixels),
		wholeness: round(largestRegion(owner, width, height) / pixels),
		burn: round(beyond / latent.length)
	};
}

const round = (value: number): number => Math.round(value * 1e4) / 1e4;

/** Size of the largest region of equal owners, joined along edges. */
function largestRegion(owner: Int16Array, width: number, height: number): number {
	const seen = new Uint8Array(owner.length);
	const stack: number[] = [];
	let largest = 0;
	for (let start = 0; start < owner.length; start++) {
		if (seen[start]) continue;
		let size = 0;
		seen[start] = 1;
		stack.push(start);
		while (stack.length) {
			const p = stack.pop()!;
			size++;
			const x = p % width;
			const visit = (q: number) => {
				if (!seen[q] && owner[q] === owner[start]) {
					seen[q] = 1;
					stack.push(q);
				}
			};
			if (x > 0) visit(p - 1);
			if (x + 1 < width) visit(p + 1);
			if (p >= width) visit(p - width);
			if (p + width < width * height) visit(p + width);
		}
		largest = Math.max(largest, size);
	}
	return largest;
}
