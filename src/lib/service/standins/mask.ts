import { LATENT_SCALE } from './book';
import type { Materials } from './materials';

/** The mask at latent size, 0 to 1; null when nothing is masked. */
export function latentMask({ mask, start }: Materials, latentWidth: number): Float32Array | null {
	if (!mask || !start) return null;
	const out = new Float32Array((latentWidth * start.height) / LATENT_SCALE);
	for (let p = 0; p < out.length; p++) {
		const x = (p % latentWidth) * LATENT_SCALE;
		const y = Math.floor(p / latentWidth) * LATENT_SCALE;
		let sum = 0;
		for (let dy = 0; dy < LATENT_SCALE; dy++)
			for (let dx = 0; dx < LATENT_SCALE; dx++) sum += mask[(y + dy) * start.width + x + dx];
		out[p] = sum / (255 * LATENT_SCALE * LATENT_SCALE);
	}
	return out;
}

/**
 * Puts the source back where the mask keeps it, at the noise level at hand, in place.
 * Source: Lugmayr et al. 2022, "RePaint", eq. 8, with the take's own noise.
 */
export function keepOutside(
	x: Float64Array,
	source: Float32Array,
	mask: Float32Array,
	sigma: number,
	noise: Float32Array
): void {
	for (let p = 0, i = 0; p < mask.length; p++) {
		const kept = 1 - mask[p];
		for (let c = 0; c < 3; c++, i++) {
			if (kept > 0) x[i] += kept * (source[i] + sigma * noise[i] - x[i]);
		}
	}
}
