import { acting, blur, blurPlate, byte, noiseAcross, speckAcross } from './grain';
import type { Medium } from './medium';

/** The ink of the key. */
const KEY = [24, 30, 56];

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
	sees: ['matte', 'near'],
	finish(plate) {
		const { pixels, width, height, unit, seed } = plate;
		const acts = acting(plate);
		const sharp = pixels.slice();
		// The ground is drawn in large shapes: small things in it are left out.
		blurPlate(plate, 4 * unit);
		const outline = blur(new Float32Array(acts), width, height, 2.4 * unit);
		const out = new Uint8Array(width * height * 3);
		const waves = noiseAcross(width, (x) => x / unit / 150 + seed);
		const presses = speckAcross(width, (x) => (x / unit) * 0.7);
		for (let y = 0, p = 0; y < height; y++) {
			const v = y / unit;
			const [waved, pressed] = [waves.row(v / 150), presses(v * 0.7 + seed)];
			for (let x = 0; x < width; x++, p++) {
				const from = acts[p] ? sharp : pixels;
				const at = p * 4;
				const tone = (0.3 * from[at] + 0.59 * from[at + 1] + 0.11 * from[at + 2]) / 255;
				const wave = acts[p] ? 0 : waved[x] * 0.02;
				const steps = acts[p] ? ACTS : GROUND;
				const level = (Math.floor(Math.min(0.999, Math.max(0, tone + wave)) * steps) + 0.5) / steps;
				const gain = level / Math.max(0.06, tone);
				const key = !acts[p] && outline[p] > 0.2 ? 0.62 : 0;
				const press = 1 + pressed[x] * 0.014;
				for (let c = 0; c < 3; c++) {
					const ink = level * 255 + (from[at + c] * gain - level * 255) * 1.42;
					const printed = byte(ink) * (1 - key) + KEY[c] * key;
					out[p * 3 + c] = byte((12 + printed * 0.93 + (c === 2 ? -8 : 0)) * press);
				}
			}
		}
		return out;
	}
};
