import { byte, noise, speck, wavered } from './grain';
import type { Medium } from './medium';

/** Chalk on toned paper: colour catches on the tooth, the ground shows through, edges crumble. */
export const pastel: Medium = {
	id: 'pastel',
	label: 'pastel',
	words: ['pastel', 'chalk', 'crayon', 'soft pastel'],
	finish(plate) {
		const { pixels, width, height, unit, seed } = plate;
		const out = new Uint8Array(width * height * 3);
		const ground = [128, 122, 116];
		for (let y = 0, o = 0; y < height; y++) {
			const v = y / unit;
			for (let x = 0; x < width; x++, o += 3) {
				const u = x / unit;
				const at = wavered(plate, x, y, 6, 6) * 4;
				const turn = 0.7 + noise(u / 130 + seed, v / 130) * 1.5;
				const slope = (u * Math.cos(turn) + v * Math.sin(turn)) / 3.4;
				const stroke = noise(slope + seed, (v * Math.cos(turn) - u * Math.sin(turn)) / 24);
				const tooth = speck(u * 0.5, v * 0.5 + seed) * 0.6 + stroke * 0.36;
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
