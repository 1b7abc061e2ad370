import { blur, byte, luminance, noiseAcross, speckAcross, wavered } from './grain';
import type { Medium } from './medium';

/** Thin paint on white paper: pigment gathers at edges, settles in the grain, fades to a ragged rim. */
export const watercolour: Medium = {
	id: 'watercolour',
	label: 'watercolour',
	words: ['watercolour', 'watercolor', 'aquarelle', 'wash', 'wet paint'],
	sees: ['matte'],
	finish(plate) {
		const { pixels, matte, width, height, unit, seed } = plate;
		// A thread of bare paper is left where the subject meets its ground.
		const body = new Float32Array(matte.length);
		for (let p = 0; p < body.length; p++) body[p] = matte[p] > 150 ? 1 : 0;
		const halo = blur(body, width, height, 3 * unit);
		const out = new Uint8Array(width * height * 3);
		const light = luminance(plate);
		const soft = blur(light, width, height, 9 * unit);
		const w = width / unit;
		const h = height / unit;
		const from = wavered(plate, 8, 24);
		const wide = noiseAcross(width, (x) => x / unit / 85 + seed);
		const small = noiseAcross(width, (x) => x / unit / 34);
		const ragged = noiseAcross(width, (x) => x / unit / 40);
		const torn = noiseAcross(width, (x) => x / unit / 9);
		const grains = speckAcross(width, (x) => (x / unit) * 0.55 + seed);
		const pigment = Float64Array.from({ length: 256 }, (_, value) => Math.log((value + 16) / 271));
		for (let y = 0, o = 0; y < height; y++) {
			const v = y / unit;
			const source = from(y);
			const [blooms, lesser] = [wide.row(v / 85), small.row(v / 34 + seed)];
			const [rags, tears] = [ragged.row(v / 40 + seed), torn.row(v / 9)];
			const grain = grains(v * 0.55);
			for (let x = 0; x < width; x++, o += 3) {
				const u = x / unit;
				const p = source[x];
				const at = p * 4;
				const edge = Math.max(0, soft[p] - light[p]);
				const bloom = blooms[x] + 0.5 * lesser[x];
				const density = 0.8 + bloom * 0.2 + edge * 2.2 + grain[x] * 0.09;
				const rim = Math.min(u, v, w - u, h - v) + rags[x] * 26 + tears[x] * 6;
				const shown = rim < 22 ? 0 : rim < 34 ? (rim - 22) / 12 : 1;
				const dried = rim > 22 && rim < 40 ? 0.16 : 0;
				const gap = body[p] ? 0 : Math.min(1, halo[p] * 2.4) * 0.62;
				const k = Math.max(0, density + dried) * shown * (1 - gap);
				// Pigment takes light away from the paper, the more the denser it lies.
				out[o] = byte(253 * Math.exp(k * pigment[pixels[at]]));
				out[o + 1] = byte(250 * Math.exp(k * pigment[pixels[at + 1]]));
				out[o + 2] = byte(241 * Math.exp(k * pigment[pixels[at + 2]]));
			}
		}
		return out;
	}
};
