import { blur, byte, contoursOf, luminance, noise, speck } from './grain';
import type { Medium } from './medium';

/** Charcoal on laid paper: rubbed tones, hard edges drawn over, lights lifted out. */
export const charcoal: Medium = {
	id: 'charcoal',
	label: 'charcoal',
	words: ['charcoal', 'pencil', 'graphite', 'black and white', 'monochrome', 'pencil drawing'],
	sees: ['matte'],
	finish(plate) {
		const { matte, width, height, unit, seed } = plate;
		const light = luminance(plate);
		const rubbed = blur(light, width, height, 7 * unit);
		const fine = blur(light, width, height, 1.2 * unit);
		const out = new Uint8Array(width * height * 3);
		const { edge, rim } = contoursOf(fine, plate, Math.max(1, Math.round(1.6 * unit)));
		for (let y = 0, p = 0; y < height; y++) {
			const v = y / unit;
			for (let x = 0; x < width; x++, p++) {
				const u = x / unit;
				const body = matte[p] / 255;
				const tone = rubbed[p] * (0.45 - body * 0.25) + light[p] * (0.55 + body * 0.25);
				const stroke = noise((u * 0.8 + v * 0.6) / 3 + seed, (v * 0.8 - u * 0.6) / 46) * 0.2;
				const laid = Math.abs(((v / 4.6) % 1) - 0.5) * 0.1 + speck(u * 0.6, v * 0.6 + seed) * 0.13;
				const dark = (1 - tone) ** 1.25 * (1.02 + stroke) + laid * (1 - tone) * 1.1;
				const line = Math.min(
					0.9,
					Math.max(0, edge[p] * 3.2 - 0.2) + Math.max(0, rim[p] - 0.35) * 0.9
				);
				const value = 1 - Math.min(0.97, Math.max(0, dark) * 0.92 + line * 0.8);
				out[p * 3] = byte(24 + value * 220);
				out[p * 3 + 1] = byte(24 + value * 214);
				out[p * 3 + 2] = byte(26 + value * 200);
			}
		}
		return out;
	}
};
