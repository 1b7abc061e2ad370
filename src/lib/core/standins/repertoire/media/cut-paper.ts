import { blur, byte, luminance, noise, speck } from './grain';
import type { Medium } from './medium';

/** Layers of cut paper: five tones, each a sheet that throws a shadow on the one below. */
export const cutPaper: Medium = {
	id: 'cut-paper',
	label: 'cut paper',
	words: ['cut paper', 'papercut', 'paper cut', 'collage', 'layered paper', 'paper'],
	finish(plate) {
		const { pixels, width, height, unit, seed } = plate;
		const light = blur(luminance(plate), width, height, 2 * unit);
		const layer = light.map((value) => Math.min(4, Math.floor(value * 5)));
		const dx = Math.round(7 * unit) || 1;
		const dy = Math.round(10 * unit) || 1;
		const depth = layer.slice();
		// The darker sheet lies on top: its edge shades what is lighter, down and to the right.
		for (let y = dy; y < height; y++) {
			for (let x = dx; x < width; x++) {
				const p = y * width + x;
				depth[p] = Math.max(0, layer[p] - layer[p - dy * width - dx]);
			}
		}
		const shadow = blur(depth, width, height, 5 * unit);
		const out = new Uint8Array(width * height * 3);
		for (let y = 0, o = 0; y < height; y++) {
			const v = y / unit;
			for (let x = 0; x < width; x++, o += 3) {
				const u = x / unit;
				const p = y * width + x;
				const at = p * 4;
				const fibre = 1 + noise(u / 3 + seed, v / 12) * 0.03 + speck(u * 0.6, v * 0.6) * 0.03;
				const tone = 0.14 + layer[p] * 0.2;
				const own = Math.max(0.04, light[p]);
				const gain = (tone / own) * 0.75 + 0.25;
				const shade = 1 - Math.min(0.42, shadow[p] * 0.26);
				for (let c = 0; c < 3; c++) {
					const flat = Math.round(byte(pixels[at + c] * gain) / 28) * 28;
					out[o + c] = byte((flat * 0.94 + 10) * fibre * shade);
				}
			}
		}
		return out;
	}
};
