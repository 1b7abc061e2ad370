import { byte, noise, noiseAcross, speckAcross, wavered } from './grain';
import type { Medium } from './medium';

/** Chalk on toned paper: colour catches on the tooth, the ground shows through, edges crumble. */
export const pastel: Medium = {
	id: 'pastel',
	label: 'pastel',
	words: ['pastel', 'chalk', 'crayon', 'soft pastel'],
	sees: [],
	finish(plate) {
		const { pixels, width, height, unit, seed } = plate;
		const out = new Uint8Array(width * height * 3);
		const ground = [128, 122, 116];
		const from = wavered(plate, 6, 6);
		const turns = noiseAcross(width, (x) => x / unit / 130 + seed);
		const teeth = speckAcross(width, (x) => (x / unit) * 0.5);
		for (let y = 0, o = 0; y < height; y++) {
			const v = y / unit;
			const source = from(y);
			const leaning = turns.row(v / 130);
			const specks = teeth(v * 0.5 + seed);
			for (let x = 0; x < width; x++, o += 3) {
				const u = x / unit;
				const at = source[x] * 4;
				const turn = 0.7 + leaning[x] * 1.5;
				const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
				const slope = (u * cos + v * sin) / 3.4;
				const stroke = noise(slope + seed, (v * cos - u * sin) / 24);
				const tooth = specks[x] * 0.6 + stroke * 0.36;
				const cover = Math.min(1, Math.max(0.4, 0.92 + tooth * 0.36));
				const lift = 1 + stroke * 0.07;
				for (let c = 0; c < 3; c++) {
					out[o + c] = byte(ground[c] + (pixels[at + c] * lift - ground[c]) * cover);
				}
			}
		}
		return out;
	}
};
