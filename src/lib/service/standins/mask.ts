import { LATENT_SCALE } from './book';
import type { Bitmap, Materials } from './materials';
import { blur } from './repertoire/media';

/** How far the seam between kept and new fades inside the mask, in pixels. */
const FADE_PX = 6;

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

/** The new picture inside the mask, the source outside, byte for byte, and a short fade within. */
export function compose(source: Bitmap, made: Uint8Array, mask: Uint8Array): Uint8Array {
	const { width, height, pixels } = source;
	const soft = blur(Float32Array.from(mask), width, height, FADE_PX);
	const out = pixels.slice();
	for (let p = 0, i = 0; p < mask.length; p++, i += 3) {
		if (mask[p] === 0) continue;
		// Full inside, nothing at the edge, so that the seam meets what is kept.
		const share = Math.min(1, Math.max(0, (soft[p] / 255) * 2 - 1)) * (mask[p] / 255);
		for (let c = 0; c < 3; c++)
			out[i + c] = Math.round(pixels[i + c] + share * (made[i + c] - pixels[i + c]));
	}
	return out;
}
