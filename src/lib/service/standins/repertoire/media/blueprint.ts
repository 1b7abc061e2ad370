import { blur, byte, contoursOf, luminance, noise, speck } from './grain';
import type { Medium } from './medium';

/** A blueprint: white lines on blue, a drafting grid, the folds of a sheet that was carried about. */
export const blueprint: Medium = {
	id: 'blueprint',
	label: 'blueprint',
	words: ['blueprint', 'cyanotype', 'technical drawing', 'plan drawing', 'diagram'],
	sees: ['matte', 'near'],
	finish(plate) {
		const { matte, near, width, height, unit, seed } = plate;
		const light = luminance(plate);
		const fine = blur(light, width, height, 1 * unit);
		const out = new Uint8Array(width * height * 3);
		const { edge, rim } = contoursOf(fine, plate, Math.max(1, Math.round(1.3 * unit)));
		const line = (at: number, gap: number, half: number) =>
			Math.max(0, 1 - Math.abs(((at % gap) + gap) % gap) / half);
		for (let y = 0, p = 0; y < height; y++) {
			const v = y / unit;
			for (let x = 0; x < width; x++, p++) {
				const u = x / unit;
				const acts = Math.max(matte[p], near[p]) / 255;
				const drawn = Math.min(
					1,
					Math.max(0, edge[p] * (4 + acts * 4) - 0.3) + Math.max(0, rim[p] - 0.3)
				);
				const hatch =
					acts > 0.5 && light[p] < 0.5
						? Math.max(0, 0.5 - Math.abs((((u + v) / 8) % 1) - 0.5) * 3) * 0.6
						: 0;
				const grid = line(u, 50, 1.4) * 0.2 + line(v, 50, 1.4) * 0.2;
				const fold = line(u, width / unit / 3, 5) * 0.12 + line(v, height / unit / 2, 5) * 0.12;
				const wash = (1 - acts) * (light[p] - 0.5) * 0.1 + noise(u / 90 + seed, v / 90) * 0.05;
				const ink = Math.min(1, drawn + hatch + grid) * (0.9 + speck(u, v) * 0.12) + fold;
				out[p * 3] = byte(28 + wash * 120 + ink * 205);
				out[p * 3 + 1] = byte(68 + wash * 160 + ink * 172);
				out[p * 3 + 2] = byte(132 + wash * 170 + ink * 112);
			}
		}
		return out;
	}
};
