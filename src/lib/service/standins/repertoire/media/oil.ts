import { blur, byte, luminance, noise, speck } from './grain';
import type { Medium } from './medium';

/** Oil laid on thick: short strokes that follow the forms, ridges that catch the light, a weave below. */
export const oil: Medium = {
	id: 'oil',
	label: 'oil painting',
	words: ['oil', 'oil painting', 'oils', 'impasto', 'oil on canvas', 'palette knife'],
	sees: [],
	finish(plate) {
		const { pixels, width, height, unit, seed } = plate;
		const light = blur(luminance(plate), width, height, 5 * unit);
		const out = new Uint8Array(width * height * 3);
		const ridge = new Float32Array(width * height);
		const source = new Int32Array(width * height);
		for (let y = 0, p = 0; y < height; y++) {
			for (let x = 0; x < width; x++, p++) {
				const u = x / unit;
				const v = y / unit;
				const gx =
					light[y * width + Math.min(width - 1, x + 2)] - light[y * width + Math.max(0, x - 2)];
				const gy =
					light[Math.min(height - 1, y + 2) * width + x] - light[Math.max(0, y - 2) * width + x];
				// Along the form where there is one, else as the arm swings.
				const turn =
					Math.hypot(gx, gy) > 0.012 ? Math.atan2(gx, -gy) : noise(u / 130 + seed, v / 130) * 2.4;
				const along = u * Math.cos(turn) + v * Math.sin(turn);
				const across = -u * Math.sin(turn) + v * Math.cos(turn);
				const stroke = noise(along / 30 + seed, across / 5.5);
				ridge[p] = stroke + noise(along / 60, across / 1.6) * 0.35;
				const shift = stroke * 9 * unit;
				const sx = Math.min(width - 1, Math.max(0, Math.round(x + Math.cos(turn) * shift)));
				const sy = Math.min(height - 1, Math.max(0, Math.round(y + Math.sin(turn) * shift)));
				source[p] = (sy * width + sx) * 4;
			}
		}
		for (let p = 0; p < ridge.length; p++) {
			const slope = ridge[p] - ridge[Math.max(0, p - width - 1)];
			const lift = 1 + Math.max(-0.3, Math.min(0.34, slope * 0.42));
			const weave =
				1 + speck(((p % width) / unit) * 0.5, (Math.floor(p / width) / unit) * 0.5) * 0.025;
			const at = source[p];
			const grey = (pixels[at] + pixels[at + 1] + pixels[at + 2]) / 3;
			for (let c = 0; c < 3; c++)
				out[p * 3 + c] = byte(
					(grey + (pixels[at + c] - grey) * 1.16) * lift * weave + (c === 0 ? 3 : 0)
				);
		}
		return out;
	}
};
