import { blur, byte, luminance, noise, speck } from './grain';
import type { Medium } from './medium';

/** Film: lights that bleed, a soft far ground, a curve, corners that fall off, grain. */
export const photograph: Medium = {
	id: 'photograph',
	label: 'photograph',
	words: ['photograph', 'photo', 'photographic', 'film', '35mm', 'film photograph', 'realistic'],
	finish(plate) {
		const { pixels, width, height, unit, seed } = plate;
		const out = new Uint8Array(width * height * 3);
		const light = luminance(plate);
		const bright = light.map((value) => Math.max(0, value - 0.62) * 2.6);
		const bloom = blur(blur(bright, width, height, 26 * unit), width, height, 26 * unit);
		for (let y = 0, o = 0; y < height; y++) {
			const v = y / unit;
			const ny = (y / height - 0.5) * 2;
			for (let x = 0; x < width; x++, o += 3) {
				const u = x / unit;
				const p = y * width + x;
				const nx = (x / width - 0.5) * 2;
				const corner = 1 - 0.3 * (nx * nx * 0.5 + ny * ny * 0.5) ** 1.4;
				const surface = 1 + (noise(u / 4.2 + seed, v / 3.6) + noise(u / 11, v / 9 + seed)) * 0.045;
				const grain = speck(x * 0.93 + seed * 3, y * 0.97) * 7;
				const glow = bloom[p] * 74;
				for (let c = 0; c < 3; c++) {
					const value =
						((pixels[p * 4 + c] * surface + glow * (c === 2 ? 0.72 : 1)) * corner) / 255;
					const curved = value < 1 ? value * value * (3 - 2 * value) * 0.42 + value * 0.58 : value;
					out[o + c] = byte(curved * 246 + 6 + grain);
				}
			}
		}
		return out;
	}
};
