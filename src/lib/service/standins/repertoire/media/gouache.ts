import { byte, noiseAcross, speckAcross, wavered } from './grain';
import type { Medium } from './medium';

/** Opaque paint: flat strokes that follow the brush, edges a little uneven, a tooth of paper. */
export const gouache: Medium = {
	id: 'gouache',
	label: 'gouache',
	words: ['gouache', 'painting', 'painted', 'acrylic', 'poster paint', 'tempera'],
	sees: [],
	finish(plate) {
		const { pixels, width, height, unit, seed } = plate;
		const out = new Uint8Array(width * height * 3);
		const from = wavered(plate, 3.6, 13);
		const turns = noiseAcross(width, (x) => x / unit / 190 + seed);
		const broad = noiseAcross(width, (x) => x / unit / 46 + seed);
		const fine = noiseAcross(width, (x) => x / unit / 21);
		const loads = noiseAcross(width, (x) => x / unit / 120 + 7);
		const teeth = speckAcross(width, (x) => (x / unit) * 0.62);
		const [swept, streaked] = [new Float64Array(width), new Float64Array(width)];
		for (let y = 0, o = 0; y < height; y++) {
			const v = y / unit;
			const source = from(y);
			const turn = turns.row(v / 190);
			for (let x = 0; x < width; x++) {
				const along = v + turn[x] * 26;
				swept[x] = along / 6.5;
				streaked[x] = along / 3.1 + seed;
			}
			const [wide, thin] = [broad.leaning(swept), fine.leaning(streaked)];
			const load = loads.row(v / 90 + seed);
			const tooth = teeth(v * 0.62 + seed);
			for (let x = 0; x < width; x++, o += 3) {
				const at = source[x] * 4;
				const stroke = wide[x] + 0.6 * thin[x];
				const gain = 1 + stroke * 0.044 + load[x] * 0.045 + tooth[x] * 0.022;
				const warm = stroke * 3.2;
				out[o] = byte(pixels[at] * gain + warm + 2);
				out[o + 1] = byte(pixels[at + 1] * gain + warm * 0.4);
				out[o + 2] = byte(pixels[at + 2] * gain - warm);
			}
		}
		return out;
	}
};
