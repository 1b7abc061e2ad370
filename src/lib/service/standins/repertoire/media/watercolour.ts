import { blur, byte, luminance, noise, speck, wavered } from './grain';
import type { Medium } from './medium';

/** Thin paint on white paper: pigment gathers at edges, settles in the grain, fades to a ragged rim. */
export const watercolour: Medium = {
	id: 'watercolour',
	label: 'watercolour',
	words: ['watercolour', 'watercolor', 'aquarelle', 'wash', 'wet paint'],
	finish(plate) {
		const { pixels, matte, width, height, unit, seed } = plate;
		// A thread of bare paper is left where the subject meets its ground.
		const body = Float32Array.from(matte, (m) => (m > 150 ? 1 : 0));
		const halo = blur(body, width, height, 3 * unit);
		const out = new Uint8Array(width * height * 3);
		const light = luminance(plate);
		const soft = blur(light, width, height, 9 * unit);
		const w = width / unit;
		const h = height / unit;
		for (let y = 0, o = 0; y < height; y++) {
			const v = y / unit;
			for (let x = 0; x < width; x++, o += 3) {
				const u = x / unit;
				const p = wavered(plate, x, y, 8, 24);
				const at = p * 4;
				const edge = Math.max(0, soft[p] - light[p]);
				const bloom = noise(u / 85 + seed, v / 85) + 0.5 * noise(u / 34, v / 34 + seed);
				const grain = speck(u * 0.55 + seed, v * 0.55);
				const density = 0.8 + bloom * 0.2 + edge * 2.2 + grain * 0.09;
				const rim =
					Math.min(u, v, w - u, h - v) +
					noise(u / 40, v / 40 + seed) * 26 +
					noise(u / 9, v / 9) * 6;
				const shown = rim < 22 ? 0 : rim < 34 ? (rim - 22) / 12 : 1;
				const dried = rim > 22 && rim < 40 ? 0.16 : 0;
				const gap = body[p] ? 0 : Math.min(1, halo[p] * 2.4) * 0.62;
				const k = Math.max(0, density + dried) * shown * (1 - gap);
				// Pigment takes light away from the paper, the more the denser it lies.
				out[o] = byte(253 * Math.exp(k * Math.log((pixels[at] + 16) / 271)));
				out[o + 1] = byte(250 * Math.exp(k * Math.log((pixels[at + 1] + 16) / 271)));
				out[o + 2] = byte(241 * Math.exp(k * Math.log((pixels[at + 2] + 16) / 271)));
			}
		}
		return out;
	}
};
