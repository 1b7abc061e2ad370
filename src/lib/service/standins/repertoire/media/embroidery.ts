import { blur, byte, luminance, noise, speck } from './grain';
import type { Medium } from './medium';

/** Needlework on linen: satin stitches that turn with the form, the cloth bare in between. */
export const embroidery: Medium = {
	id: 'embroidery',
	label: 'embroidery',
	words: ['embroidery', 'needlework', 'stitched', 'tapestry', 'woven', 'felt', 'knitted'],
	sees: ['matte', 'near'],
	finish(plate) {
		const { pixels, matte, near, width, height, unit, seed } = plate;
		const light = blur(luminance(plate), width, height, 9 * unit);
		const out = new Uint8Array(width * height * 3);
		for (let y = 0, p = 0; y < height; y++) {
			const v = y / unit;
			for (let x = 0; x < width; x++, p++) {
				const u = x / unit;
				const acts = Math.max(matte[p], near[p]) > 150;
				const tone = light[p];
				const turn = acts ? 1.1 + tone * 1.2 : 0.06 + noise(u / 200 + seed, v / 200) * 0.5;
				const along = u * Math.cos(turn) + v * Math.sin(turn);
				const across = -u * Math.sin(turn) + v * Math.cos(turn);
				const gap = acts ? 4.6 : 6.4;
				const thread = across / gap;
				const lane = Math.floor(thread);
				const round = Math.sin((thread - lane) * Math.PI);
				const length = 34;
				const stitch = along / length + speck(lane * 2.3 + seed, 3) * 0.8;
				const end = Math.abs(stitch - Math.floor(stitch) - 0.5) * 2;
				const cover = end > 0.94 ? 0.25 : 1;
				const weave = Math.sin(u * 1.9) * Math.sin(v * 1.9) * 8 + speck(u * 0.7, v * 0.7) * 8;
				const step = Math.round((Math.floor(stitch) * length * unit) / 3) % 3;
				const at = (y * width + Math.min(width - 1, x + step)) * 4;
				const shade =
					(0.62 + 0.46 * round) * (1 + speck(lane * 1.7, Math.floor(stitch) * 2.1) * 0.06);
				for (let c = 0; c < 3; c++) {
					const dyed = Math.round(pixels[at + c] / 20) * 20 * shade + 8;
					const linen = [214, 204, 184][c] + weave;
					out[p * 3 + c] = byte(dyed * cover + linen * (1 - cover));
				}
			}
		}
		return out;
	}
};
