import { acting, blur, blurPlate, byte, noiseAcross, speckAcross } from './grain';
import type { Medium, Plate } from './medium';

/** Layers of cut paper: each sheet one colour, its edge throwing a shadow on the one below. */
export const cutPaper: Medium = {
	id: 'cut-paper',
	label: 'cut paper',
	words: ['cut paper', 'papercut', 'paper cut', 'collage', 'layered paper', 'paper', 'origami'],
	sees: ['matte', 'near'],
	finish(plate) {
		const { matte, near, width, height, unit, seed } = plate;
		const { index, colour } = sheets(plate);
		const layer = new Float32Array(width * height);
		for (let p = 0; p < layer.length; p++) {
			// The ground lies lowest, then who acts, then what is near; darker sheets lie higher.
			layer[p] = (5 - index[p]) * 0.5 + (matte[p] > 170 ? 3.5 : 0) + (near[p] > 170 ? 5 : 0);
		}
		const dx = Math.round(7 * unit) || 1;
		const dy = Math.round(11 * unit) || 1;
		const over = new Float32Array(layer.length);
		for (let y = dy; y < height; y++)
			for (let x = dx; x < width; x++) {
				const p = y * width + x;
				over[p] = Math.min(2.4, Math.max(0, layer[p - dy * width - dx] - layer[p]));
			}
		const shadow = blur(blur(over, width, height, 4 * unit), width, height, 4 * unit);
		const out = new Uint8Array(width * height * 3);
		const threads = noiseAcross(width, (x) => x / unit / 3 + seed);
		const specks = speckAcross(width, (x) => (x / unit) * 0.6);
		for (let y = 0, p = 0; y < height; y++) {
			const v = y / unit;
			const [thread, fleck] = [threads.row(v / 12), specks(v * 0.6)];
			for (let x = 0; x < width; x++, p++) {
				const fibre = 1 + thread[x] * 0.022 + fleck[x] * 0.026;
				const shade = 1 - Math.min(0.5, shadow[p] * 0.34);
				for (let c = 0; c < 3; c++) out[p * 3 + c] = byte(colour[p * 3 + c] * fibre * shade);
			}
		}
		return out;
	}
};

/** How many sheets the ground is cut from, and who acts. */
const GROUND = 6;

/** Every pixel's sheet: a few tones, each with the mean colour of what it was cut from. */
function sheets(plate: Plate): { index: Uint8Array; colour: Float32Array } {
	const { pixels, width, height, unit, seed } = plate;
	const pixelCount = width * height;
	const acts = acting(plate);
	const sharp = pixels.slice();
	blurPlate(plate, 7 * unit);
	const index = new Uint8Array(pixelCount);
	const sums = new Float64Array(GROUND * 3 * 4);
	const band = new Uint8Array(pixelCount);
	const waves = noiseAcross(width, (x) => x / unit / 90 + seed);
	let row = waves.row(0);
	for (let p = 0, x = 0; p < pixelCount; p++, x++) {
		if (x === width) x = 0;
		if (x === 0) row = waves.row(Math.floor(p / width) / unit / 90);
		if (acts[p]) continue;
		const at = p * 4;
		// Long waves make a cut edge of what would be a smooth passage.
		const wave = row[x] * 0.028;
		const tone =
			(0.2126 * pixels[at] + 0.7152 * pixels[at + 1] + 0.0722 * pixels[at + 2]) / 255 + wave;
		index[p] = Math.min(GROUND - 1, Math.max(0, Math.floor(tone * GROUND)));
		// Warm and cold papers of one tone are different sheets.
		const warmth = pixels[at] - pixels[at + 2];
		band[p] = index[p] * 3 + (warmth > 40 ? 2 : warmth < -25 ? 0 : 1);
		for (let c = 0; c < 3; c++) sums[band[p] * 4 + c] += pixels[at + c];
		sums[band[p] * 4 + 3]++;
	}
	const papers = Array.from({ length: GROUND * 3 }, (_, sheet) => {
		const mean = [0, 1, 2].map((c) => sums[sheet * 4 + c] / sums[sheet * 4 + 3]);
		const grey = (mean[0] + mean[1] + mean[2]) / 3;
		return mean.map((value) => 8 + (grey + (value - grey) * 1.35) * 0.98);
	});
	const colour = new Float32Array(pixelCount * 3);
	for (let p = 0; p < pixelCount; p++) {
		const at = p * 4;
		if (acts[p]) {
			const tone = (0.2126 * sharp[at] + 0.7152 * sharp[at + 1] + 0.0722 * sharp[at + 2]) / 255;
			const level = (Math.floor(Math.min(0.999, tone) * 6) + 0.5) / 6;
			index[p] = Math.floor(level * 5);
			for (let c = 0; c < 3; c++) {
				const hue = Math.round((sharp[at + c] * level) / Math.max(0.06, tone) / 20) * 20;
				colour[p * 3 + c] = 10 + hue * 0.95;
			}
			continue;
		}
		for (let c = 0; c < 3; c++) colour[p * 3 + c] = papers[band[p]][c];
	}
	return { index, colour };
}
