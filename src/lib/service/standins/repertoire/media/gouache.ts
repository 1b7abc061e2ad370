import { byte, noise, speck, wavered } from './grain';
import type { Medium } from './medium';

/** Opaque paint: flat strokes that follow the brush, edges a little uneven, a tooth of paper. */
export const gouache: Medium = {
	id: 'gouache',
	label: 'gouache',
	words: ['gouache', 'painting', 'painted', 'acrylic', 'poster paint', 'tempera'],
	finish(plate) {
		const { pixels, width, height, unit, seed } = plate;
		const out = new Uint8Array(width * height * 3);
		for (let y = 0, o = 0; y < height; y++) {
			const v = y / unit;
			for (let x = 0; x < width; x++, o += 3) {
				const u = x / unit;
				const at = wavered(plate, x, y, 3.6, 13) * 4;
				const turn = noise(u / 190 + seed, v / 190) * 26;
				const stroke =
					noise(u / 46 + seed, (v + turn) / 6.5) + 0.6 * noise(u / 21, (v + turn) / 3.1 + seed);
				const load = noise(u / 120 + 7, v / 90 + seed);
				const tooth = speck(u * 0.62, v * 0.62 + seed);
				const gain = 1 + stroke * 0.044 + load * 0.045 + tooth * 0.022;
				const warm = stroke * 3.2;
				out[o] = byte(pixels[at] * gain + warm + 2);
				out[o + 1] = byte(pixels[at + 1] * gain + warm * 0.4);
				out[o + 2] = byte(pixels[at + 2] * gain - warm);
			}
		}
		return out;
	}
};
