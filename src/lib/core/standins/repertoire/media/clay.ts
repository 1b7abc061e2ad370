import { blur, blurPlate, byte, luminance, noise } from './grain';
import type { Medium } from './medium';

/** Modelled clay: everything swells, light slides over it, thumbs have left their marks. */
export const clay: Medium = {
	id: 'clay',
	label: 'clay model',
	words: [
		'clay',
		'clay model',
		'plasticine',
		'modelled',
		'3d',
		'three dimensional',
		'toy',
		'diorama',
		'figurine'
	],
	finish(plate) {
		const { pixels, width, height, unit, seed } = plate;
		const light = luminance(plate);
		const body = blur(blur(light, width, height, 4 * unit), width, height, 4 * unit);
		const wide = blur(light, width, height, 22 * unit);
		blurPlate(plate, 3.2 * unit);
		const out = new Uint8Array(width * height * 3);
		const reach = Math.max(1, Math.round(3 * unit));
		const slope = 5.5;
		for (let y = 0, o = 0; y < height; y++) {
			const v = y / unit;
			const up = Math.max(0, y - reach) * width;
			const down = Math.min(height - 1, y + reach) * width;
			for (let x = 0; x < width; x++, o += 3) {
				const u = x / unit;
				const p = y * width + x;
				const thumb =
					noise(u / 16 + seed, v / 16) * 0.05 +
					Math.sin(u / 2.2 + noise(u / 30, v / 30) * 9) * 0.008;
				const gx =
					(body[y * width + Math.min(width - 1, x + reach)] -
						body[y * width + Math.max(0, x - reach)]) *
						slope +
					thumb;
				const gy = (body[down + x] - body[up + x]) * slope + thumb;
				// Lit from the upper left, with a soft highlight where the surface turns to the lamp.
				const length = Math.sqrt(gx * gx + gy * gy + 1);
				const facing = (-0.5 * gx - 0.6 * gy + 0.62) / length;
				const gloss = Math.max(0, facing) ** 14 * 60;
				const hollow = Math.min(0, body[p] - wide[p]) * 0.5;
				const shade = 0.5 + facing * 0.82 + hollow;
				const at = p * 4;
				const grey = (pixels[at] + pixels[at + 1] + pixels[at + 2]) / 3;
				for (let c = 0; c < 3; c++) {
					const pigment = 30 + (grey + (pixels[at + c] - grey) * 1.18) * 0.86;
					out[o + c] = byte(pigment * shade + gloss);
				}
			}
		}
		return out;
	}
};
