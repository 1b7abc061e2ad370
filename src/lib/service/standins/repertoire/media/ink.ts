import { blur, byte, luminance, noiseAcross, speckAcross } from './grain';
import type { Medium } from './medium';

/** Pen and ink: contours of uneven weight, hatching for tone, one thin wash of colour. */
export const ink: Medium = {
	id: 'ink',
	label: 'ink and line',
	words: [
		'ink',
		'pen',
		'pen and ink',
		'line drawing',
		'line',
		'drawing',
		'hatching',
		'etching',
		'sketch'
	],
	sees: ['matte', 'near'],
	finish(plate) {
		const { pixels, matte, near, width, height, unit, seed } = plate;
		const light = luminance(plate);
		const fine = blur(light, width, height, 0.9 * unit);
		const wide = blur(light, width, height, 34 * unit);
		const out = new Uint8Array(width * height * 3);
		const reach = Math.max(1, Math.round(1.5 * unit));
		const weights = noiseAcross(width, (x) => x / unit / 30 + seed);
		const wobbles = noiseAcross(width, (x) => x / unit / 44);
		const pools = noiseAcross(width, (x) => x / unit / 70 + seed);
		const specks = speckAcross(width, (x) => (x / unit) * 0.9);
		for (let y = 0, o = 0; y < height; y++) {
			const v = y / unit;
			const [weighed, wobbled] = [weights.row(v / 30), wobbles.row(v / 44 + seed)];
			const [pooled, fleck] = [pools.row(v / 70), specks(v * 0.9)];
			const up = Math.max(0, y - reach) * width;
			const down = Math.min(height - 1, y + reach) * width;
			for (let x = 0; x < width; x++, o += 3) {
				const u = x / unit;
				const p = y * width + x;
				const left = Math.max(0, x - reach);
				const right = Math.min(width - 1, x + reach);
				const gx = fine[y * width + right] - fine[y * width + left];
				const gy = fine[down + x] - fine[up + x];
				const cx = hueStep(pixels, (y * width + right) * 4, (y * width + left) * 4);
				const cy = hueStep(pixels, (down + x) * 4, (up + x) * 4);
				// Paper is left bare behind what acts: only deep tones of the ground are hatched.
				const acts = Math.max(matte[p], near[p]) / 255;
				const weight = 0.75 + weighed[x] * 0.4;
				const rim =
					Math.abs(matte[y * width + right] - matte[y * width + left]) +
					Math.abs(matte[down + x] - matte[up + x]);
				const contour = Math.min(
					1,
					Math.max(
						0,
						(Math.sqrt(gx * gx + gy * gy) + 0.55 * Math.sqrt(cx * cx + cy * cy)) *
							(3.4 + acts * 2.2) *
							weight -
							0.42
					) +
						Math.max(0, rim / 255 - 0.3) * 1.3
				);

				const tone = light[p] + (light[p] - wide[p]) * 0.35 + (1 - acts) * 0.13;
				const wob = wobbled[x] * 5;
				const hatch =
					pass(u * 0.72 + v * 0.7 + wob, 9, 0.53 - tone) +
					pass(u * 0.72 - v * 0.7 + wob, 9.5, 0.37 - tone) +
					pass(v + wob * 0.6, 7, 0.22 - tone);
				const stroke = Math.min(1, contour + Math.min(1, hatch) * 0.86) * (0.93 + fleck[x] * 0.12);

				const i = p * 4;
				const r = pixels[i];
				const g = pixels[i + 1];
				const b = pixels[i + 2];
				const most = Math.max(r, g, b);
				const chroma = (most - Math.min(r, g, b)) / 255;
				const pool = 0.78 + pooled[x] * 0.26;
				const washed = Math.min(0.9, chroma * 1.05 + 0.06) * pool * (0.62 + acts * 0.5);
				const lift = 255 / Math.max(90, most);
				const keep = 1 - stroke;
				out[o] = byte(
					(238 * (1 - washed) + Math.min(255, r * lift) * washed * 0.96) * keep + 30 * stroke
				);
				out[o + 1] = byte(
					(232 * (1 - washed) + Math.min(255, g * lift) * washed * 0.98) * keep + 30 * stroke
				);
				out[o + 2] = byte(
					(216 * (1 - washed) + Math.min(255, b * lift) * washed * 0.98) * keep + 38 * stroke
				);
			}
		}
		return out;
	}
};

/** One direction of hatching: how dark a line is here. */
function pass(across: number, gap: number, dark: number): number {
	if (dark <= 0) return 0;
	const phase = across / gap;
	const from = Math.abs(phase - Math.floor(phase) - 0.5) * 2;
	const half = 0.1 + Math.min(0.55, dark * 1.35);
	return Math.min(1, Math.max(0, (half - from) * 6));
}

/** How far two pixels part in colour but for their lightness, 0 to about 1. */
function hueStep(pixels: Uint8ClampedArray, a: number, b: number): number {
	const rg = pixels[a] - pixels[a + 1] - (pixels[b] - pixels[b + 1]);
	const gb = pixels[a + 1] - pixels[a + 2] - (pixels[b + 1] - pixels[b + 2]);
	return (Math.abs(rg) + Math.abs(gb)) / 510;
}
