import { blur, byte, luminance, noise, speck } from './grain';
import type { Medium, Plate } from './medium';

/** A reduction print: four inks laid over each other, cut lines between them, ink that did not take. */
export const linocut: Medium = {
	id: 'linocut',
	label: 'linocut',
	words: ['linocut', 'lino', 'woodcut', 'block print', 'relief print', 'print', 'engraving'],
	sees: [],
	finish(plate) {
		const { width, height, unit, seed } = plate;
		const light = luminance(plate);
		const broad = blur(light, width, height, 60 * unit);
		const inks = inksOf(plate, light);
		const out = new Uint8Array(width * height * 3);
		for (let y = 0, o = 0; y < height; y++) {
			const v = y / unit;
			for (let x = 0; x < width; x++, o += 3) {
				const u = x / unit;
				const p = y * width + x;
				// Local contrast, so that things part from their ground as a cutter would part them.
				const tone = light[p] + (light[p] - broad[p]) * 0.7;
				const swing = noise(u / 150 + seed, v / 150) * 1.1;
				const across = u * Math.sin(swing) + v * Math.cos(swing) + noise(u / 60, v / 60) * 9;
				const cut = Math.abs(((across / 8.5) % 1) - 0.5) * 2 - 0.5 + noise(u / 5, v / 5) * 0.22;
				const level = tone * 4 - 0.42 + cut * 0.62;
				const ink = inks[level < 0.5 ? 0 : level < 1.45 ? 1 : level < 2.4 ? 2 : 3];
				const bare = speck(u * 0.8 + seed, v * 0.8) > 0.72 ? 22 : 0;
				const press = 1 + noise(u / 70, v / 70 + seed) * 0.05;
				out[o] = byte(ink[0] * press + bare);
				out[o + 1] = byte(ink[1] * press + bare);
				out[o + 2] = byte(ink[2] * press + bare);
			}
		}
		return out;

		function inksOf({ pixels: source }: Plate, tones: Float32Array): number[][] {
			const sums = [0, 1, 2, 3].map(() => [0, 0, 0, 1e-6]);
			for (let p = 0; p < tones.length; p += 3) {
				const band = sums[Math.min(3, Math.floor(tones[p] * 4))];
				const weight = 0.05 + spread(source, p * 4) / 255;
				for (let c = 0; c < 3; c++) band[c] += source[p * 4 + c] * weight;
				band[3] += weight;
			}
			const anchors = [
				[24, 28, 40],
				[80, 84, 96],
				[168, 160, 148],
				[246, 239, 222]
			];
			const share = [0.42, 0.85, 0.8, 0.22];
			return sums.map((band, i) =>
				anchors[i].map((anchor, c) => {
					const mean = band[3] > 0.01 ? band[c] / band[3] : anchor;
					return anchor + (mean - anchor) * share[i];
				})
			);
		}
		function spread(source: Uint8ClampedArray, i: number): number {
			return (
				Math.max(source[i], source[i + 1], source[i + 2]) -
				Math.min(source[i], source[i + 1], source[i + 2])
			);
		}
	}
};
