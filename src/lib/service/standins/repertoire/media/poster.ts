import { blur, blurPlate, byte, noise, speck } from './grain';
import type { Medium } from './medium';

/** Tones that the ground is printed in, and what stands on it. */
const GROUND = 6;
const ACTS = 6;

/** Screen-printed poster: few flat inks in clear shapes, a dark key round what acts, a breath of paper. */
export const poster: Medium = {
	id: 'poster',
	label: 'poster print',
	words: [
		'poster',
		'screen print',
		'screenprint',
		'flat colours',
		'flat colour',
		'travel poster',
		'vector'
	],
	finish(plate) {
		const { pixels, matte, near, width, height, unit, seed } = plate;
		const acts = Uint8Array.from(matte, (m, p) => (Math.max(m, near[p]) > 150 ? 1 : 0));
		const sharp = pixels.slice();
		// The ground is drawn in large shapes: small things in it are left out.
		blurPlate(plate, 4 * unit);
		const outline = blur(Float32Array.from(acts), width, height, 2.4 * unit);
		const out = new Uint8Array(width * height * 3);
		for (let y = 0, p = 0; y < height; y++) {
			const v = y / unit;
			for (let x = 0; x < width; x++, p++) {
				const u = x / unit;
				const from = acts[p] ? sharp : pixels;
				const at = p * 4;
				const tone = (0.3 * from[at] + 0.59 * from[at + 1] + 0.11 * from[at + 2]) / 255;
				const wave = acts[p] ? 0 : noise(u / 150 + seed, v / 150) * 0.02;
				const steps = acts[p] ? ACTS : GROUND;
				const level = (Math.floor(Math.min(0.999, Math.max(0, tone + wave)) * steps) + 0.5) / steps;
				const gain = level / Math.max(0.06, tone);
				const key = !acts[p] && outline[p] > 0.2 ? 0.62 : 0;
				const press = 1 + speck(u * 0.7, v * 0.7 + seed) * 0.014;
				for (let c = 0; c < 3; c++) {
					const ink = level * 255 + (from[at + c] * gain - level * 255) * 1.42;
					const printed = byte(ink) * (1 - key) + [24, 30, 56][c] * key;
					out[p * 3 + c] = byte((12 + printed * 0.93 + (c === 2 ? -8 : 0)) * press);
				}
			}
		}
		return out;
	}
};
