import { blur, byte, luminance, noise, speck } from './grain';
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
	finish(plate) {
		const { pixels, backdrop, matte, near, width, height, unit, seed } = plate;
		const light = luminance(plate);
		const bright = light.map((value) => Math.max(0, value - 0.6) * 2.6);
		const bloom = blur(blur(bright, width, height, 24 * unit), width, height, 24 * unit);
		const out = new Uint8Array(width * height * 3);
		const channel = new Float32Array(width * height);
		for (let c = 0; c < 3; c++) {
			for (let p = 0; p < channel.length; p++) channel[p] = backdrop[p * 4 + c];
			const far = blur(blur(channel, width, height, 5.5 * unit), width, height, 5.5 * unit);
			for (let y = 0, p = 0; y < height; y++) {
				const v = y / unit;
				const ny = (y / height - 0.5) * 2;
				for (let x = 0; x < width; x++, p++) {
					const u = x / unit;
					const nx = (x / width - 0.5) * 2;
					const sharp = Math.min(1, Math.max(matte[p], near[p]) / 200);
					// What is laid over the far ground (glows, rain) stays as it is.
					const focused =
						sharp * pixels[p * 4 + c] + (1 - sharp) * (far[p] + pixels[p * 4 + c] - channel[p]);
					const corner = 1 - 0.34 * (nx * nx * 0.5 + ny * ny * 0.5) ** 1.4;
					const surface =
						1 + sharp * (noise(u / 4.2 + seed, v / 3.6) + noise(u / 11, v / 9 + seed)) * 0.05;
					const glow = bloom[p] * (c === 2 ? 50 : 68);
					const value = ((focused * surface + glow) * corner) / 255;
					const curved = value < 1 ? value * value * (3 - 2 * value) * 0.55 + value * 0.45 : value;
					const grain = speck(x * 0.93 + seed * 3 + c * 17, y * 0.97) * 6;
					out[p * 3 + c] = byte(curved * 246 + 5 + grain);
				}
			}
		}
		return out;
	}
};
