import { blur, blurPlate, byte, luminance, noiseAcross } from './grain';
import type { Medium } from './medium';

/** Modelled clay: things swell from a soft ground and throw shadows on it, thumbs have left marks. */
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
	sees: ['matte', 'near'],
	finish(plate) {
		const { pixels, matte, near, width, height, unit, seed } = plate;
		const light = luminance(plate);
		const solid = new Float32Array(width * height);
		for (let p = 0; p < solid.length; p++)
			solid[p] = Math.min(1, Math.max(0, (Math.max(matte[p], near[p]) - 150) / 60));
		// A body is highest in its middle: wide and narrow blurs of its outline add up to a swell.
		const soft = blur(blur(solid, width, height, 14 * unit), width, height, 14 * unit);
		const tight = blur(solid, width, height, 4 * unit);
		const detail = blur(blur(light, width, height, 3 * unit), width, height, 3 * unit);
		const relief = soft.map((s, p) => s * 1.35 + tight[p] * 0.34 + detail[p] * 1.0);
		const thrown = blur(blur(solid, width, height, 9 * unit), width, height, 9 * unit);
		blurPlate(plate, 2.4 * unit);
		const out = new Uint8Array(width * height * 3);
		const reach = Math.max(1, Math.round(3 * unit));
		const [sx, sy] = [Math.round(17 * unit), Math.round(24 * unit)];
		const thumbs = noiseAcross(width, (x) => x / unit / 17 + seed);
		const pits = noiseAcross(width, (x) => x / unit / 5);
		const waves = noiseAcross(width, (x) => x / unit / 30);
		for (let y = 0, o = 0; y < height; y++) {
			const v = y / unit;
			const [pressed, pitted] = [thumbs.row(v / 17), pits.row(v / 5 + seed)];
			const waved = waves.row(v / 30);
			const up = Math.max(0, y - reach) * width;
			const down = Math.min(height - 1, y + reach) * width;
			for (let x = 0; x < width; x++, o += 3) {
				const u = x / unit;
				const p = y * width + x;
				const thumb =
					pressed[x] * 0.06 + pitted[x] * 0.014 + Math.sin(u / 2.2 + waved[x] * 9) * 0.007;
				const left = y * width + Math.max(0, x - reach);
				const right = y * width + Math.min(width - 1, x + reach);
				const gx = bend((relief[right] - relief[left]) * 3.1) + thumb;
				const gy = bend((relief[down + x] - relief[up + x]) * 3.1) + thumb;
				// Lit from the upper left, with a soft highlight where the surface turns to the lamp.
				const length = Math.sqrt(gx * gx + gy * gy + 1);
				const facing = (-0.5 * gx - 0.6 * gy + 0.66) / length;
				const gloss = facing > 0 ? facing ** 16 * 66 : 0;
				const q = Math.max(0, y - sy) * width + Math.max(0, x - sx);
				const shadow = (1 - solid[p]) * thrown[q] * 0.42;
				const shade = (0.46 + facing * 0.86) * (1 - shadow);
				const at = p * 4;
				const grey = (pixels[at] + pixels[at + 1] + pixels[at + 2]) / 3;
				for (let c = 0; c < 3; c++) {
					const pigment = 34 + (grey + (pixels[at + c] - grey) * 1.2) * 0.84;
					out[o + c] = byte(pigment * shade + gloss);
				}
			}
		}
		return out;
	}
};

/** A slope that steepens less and less, so that no rim turns black. */
function bend(slope: number): number {
	return slope / (1 + Math.abs(slope) * 0.85);
}
