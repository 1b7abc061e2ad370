import { blur, byte, luminance, noiseAcross, speckAcross } from './grain';
import type { Medium } from './medium';

/** Film: a far ground out of focus, lights that bleed, a curve, corners that fall off, grain. */
export const photograph: Medium = {
	id: 'photograph',
	label: 'photograph',
	words: [
		'photograph',
		'photo',
		'photographic',
		'film',
		'35mm',
		'film photograph',
		'realistic',
		'photorealistic'
	],
	sees: ['backdrop', 'matte', 'near'],
	finish(plate) {
		const { pixels, backdrop, matte, near, width, height, unit, seed } = plate;
		const light = luminance(plate);
		const bright = light.map((value) => Math.max(0, value - 0.6) * 2.6);
		const bloom = blur(blur(bright, width, height, 24 * unit), width, height, 24 * unit);
		const out = new Uint8Array(width * height * 3);
		const channel = new Float32Array(width * height);
		const far = [0, 1, 2].map((c) => {
			for (let p = 0; p < channel.length; p++) channel[p] = backdrop[p * 4 + c];
			return blur(blur(channel, width, height, 5.5 * unit), width, height, 5.5 * unit);
		});
		const pores = noiseAcross(width, (x) => x / unit / 4.2 + seed);
		const folds = noiseAcross(width, (x) => x / unit / 11);
		const grains = [0, 1, 2].map((c) => speckAcross(width, (x) => x * 0.93 + seed * 3 + c * 17));
		const aside = Float64Array.from({ length: width }, (_, x) => {
			const nx = (x / width - 0.5) * 2;
			return nx * nx * 0.5;
		});
		for (let y = 0, p = 0; y < height; y++) {
			const v = y / unit;
			const ny = (y / height - 0.5) * 2;
			const high = ny * ny * 0.5;
			const [pore, fold] = [pores.row(v / 3.6), folds.row(v / 9 + seed)];
			const grain = grains.map((row) => row(y * 0.97));
			for (let x = 0; x < width; x++, p++) {
				const sharp = Math.min(1, Math.max(matte[p], near[p]) / 200);
				const corner = 1 - 0.34 * (aside[x] + high) ** 1.4;
				const surface = 1 + sharp * (pore[x] + fold[x]) * 0.05;
				for (let c = 0; c < 3; c++) {
					const here = pixels[p * 4 + c];
					// What is laid over the far ground (glows, rain) stays as it is.
					const focused = sharp * here + (1 - sharp) * (far[c][p] + here - backdrop[p * 4 + c]);
					const glow = bloom[p] * (c === 2 ? 50 : 68);
					const value = ((focused * surface + glow) * corner) / 255;
					const curved = value < 1 ? value * value * (3 - 2 * value) * 0.55 + value * 0.45 : value;
					out[p * 3 + c] = byte(curved * 246 + 5 + grain[c][x] * 6);
				}
			}
		}
		return out;
	}
};
