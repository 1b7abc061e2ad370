import { blurPlate, byte, noise, speck } from './grain';
import type { Medium } from './medium';

/** Screen-printed poster: few flat inks, soft shapes, a breath of paper. */
export const poster: Medium = {
	id: 'poster',
	label: 'poster print',
	words: [
		'poster',
		'screen print',
		'screenprint',
		'flat colours',
		'flat colour',
		'travel poster',
		'vector'
	],
	finish(plate) {
		const { pixels, width, height, unit, seed } = plate;
		blurPlate(plate, 2.2 * unit);
		const out = new Uint8Array(width * height * 3);
		// Inks are few: every colour goes to the nearest of six steps a channel, pushed from grey.
		const step = (value: number) => Math.round(value / 51) * 51;
		for (let y = 0, o = 0; y < height; y++) {
			const v = y / unit;
			for (let x = 0; x < width; x++, o += 3) {
				const u = x / unit;
				const at = (y * width + x) * 4;
				const grey = 0.3 * pixels[at] + 0.59 * pixels[at + 1] + 0.11 * pixels[at + 2];
				const edge = noise(u / 26 + seed, v / 26) * 5;
				const press = 1 + speck(u * 0.7, v * 0.7 + seed) * 0.018;
				for (let c = 0; c < 3; c++) {
					const pushed = grey + (pixels[at + c] - grey) * 1.35 + edge;
					const ink = step(byte(pushed));
					out[o + c] = byte((14 + ink * 0.91 + (c === 2 ? -6 : 0)) * press);
				}
			}
		}
		return out;
	}
};
