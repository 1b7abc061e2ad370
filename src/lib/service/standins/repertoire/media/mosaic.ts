import { byte, noise, speck } from './grain';
import type { Medium } from './medium';

/** Side of a tile in stage units. */
const TILE = 17;

/** Small set stones: each of one colour, no two quite level, grout between them. */
export const mosaic: Medium = {
	id: 'mosaic',
	label: 'mosaic',
	words: ['mosaic', 'tiles', 'tesserae', 'tiled', 'stained glass'],
	sees: [],
	finish(plate) {
		const { pixels, width, height, unit, seed } = plate;
		const out = new Uint8Array(width * height * 3);
		for (let y = 0, p = 0; y < height; y++) {
			for (let x = 0; x < width; x++, p++) {
				// Rows bend, as a hand lays them.
				const u = x / unit + noise(x / unit / 160 + seed, y / unit / 160) * 26;
				const v = y / unit + noise(y / unit / 150, x / unit / 150 + seed) * 26;
				const row = Math.floor(v / TILE);
				const shifted = u + (row % 2) * TILE * 0.5;
				const column = Math.floor(shifted / TILE);
				const [fx, fy] = [shifted / TILE - column, v / TILE - row];
				const backX = (column + 0.5) * TILE - (row % 2) * TILE * 0.5 - (u - x / unit);
				const backY = (row + 0.5) * TILE - (v - y / unit);
				const sx = Math.min(width - 1, Math.max(0, Math.round(backX * unit)));
				const sy = Math.min(height - 1, Math.max(0, Math.round(backY * unit)));
				const at = (sy * width + sx) * 4;
				const rim = Math.min(fx, fy, 1 - fx, 1 - fy);
				const grout = rim < 0.07 ? 1 : 0;
				const level =
					1 + speck(column * 3.7 + seed, row * 5.3) * 0.12 + (0.5 - fy) * 0.12 + (0.5 - fx) * 0.06;
				const glint = fx < 0.3 && fy < 0.3 ? 10 : 0;
				for (let c = 0; c < 3; c++) {
					const stone = Math.round(pixels[at + c] / 12) * 12;
					out[p * 3 + c] = byte(grout ? 92 - c * 4 : stone * level * 0.97 + 6 + glint);
				}
			}
		}
		return out;
	}
};
