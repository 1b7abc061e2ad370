import { createRequire } from 'node:module';
import { describe, expect, it } from 'vitest';
import { ssim as library } from 'ssim.js';
import { normals } from '$lib/core/random';
import { luma, shrink, ssim, ssimFactor, ssimMap, type Grey } from './index';

interface PlainImage {
	data: number[];
	width: number;
	height: number;
	channels: number;
}
// It ships its source beside what is run, and that does not fit this compiler.
const imageSsim = createRequire(import.meta.url)('image-ssim') as {
	compare(one: PlainImage, two: PlainImage): { ssim: number };
};

/** A made-up picture: soft shapes, and noise of a size. */
function made(width: number, height: number, noise: number, seed = 1): Uint8Array {
	const grain = normals(seed, 0, width * height);
	const pixels = new Uint8Array(width * height * 3);
	for (let p = 0; p < width * height; p++) {
		const [x, y] = [(p % width) / width, Math.floor(p / width) / height];
		const shape =
			120 + 70 * Math.sin(9 * x + 4 * y) + (Math.hypot(x - 0.5, y - 0.4) < 0.2 ? 50 : 0);
		for (let c = 0; c < 3; c++)
			pixels[p * 3 + c] = Math.max(0, Math.min(255, Math.round(shape + c * 8 + noise * grain[p])));
	}
	return pixels;
}

/** Grey values as `ssim.js` takes them: a matrix of what it makes of RGBA, here all three alike. */
const asImage = ({ width, height, values }: Grey) => {
	const data = new Uint8ClampedArray(width * height * 4);
	values.forEach((value, p) => data.set([value, value, value, 255], p * 4));
	return { data, width, height };
};
const whole = (grey: Grey): Grey => ({ ...grey, values: grey.values.map(Math.round) });

describe('structural similarity', () => {
	it('is that of ssim.js (its fast form) to 0.001', () => {
		const [w, h] = [160, 128];
		const one = whole(luma(made(w, h, 0), w, h));
		for (const noise of [0, 4, 20, 60]) {
			const two = whole(luma(made(w, h, noise, 7), w, h));
			const { mssim } = library(asImage(one), asImage(two), { ssim: 'fast', downsample: false });
			expect(ssimMap(one, two).mean).toBeCloseTo(mssim, 3);
		}
	});

	it('falls as image-ssim\u2019s does, a plainer form with windows of 8', () => {
		const [w, h] = [128, 128];
		const one = whole(luma(made(w, h, 0), w, h));
		const scores = [2, 10, 40].map((noise) => {
			const two = whole(luma(made(w, h, noise, 3), w, h));
			const image = (grey: Grey) => ({
				data: Array.from(asImage(grey).data),
				width: w,
				height: h,
				channels: 4
			});
			return [ssimMap(one, two).mean, imageSsim.compare(image(one), image(two)).ssim];
		});
		for (let i = 1; i < scores.length; i++)
			for (const which of [0, 1]) expect(scores[i][which]).toBeLessThan(scores[i - 1][which]);
	});

	it('is 1 for the same picture, and compares as pictures are seen', () => {
		const [w, h] = [640, 512];
		const one = luma(made(w, h, 12), w, h);
		expect(ssim(one, one)).toBeCloseTo(1, 12);
		expect(ssimFactor(w, h)).toBe(2);
		const small = shrink(one, 2);
		expect([small.width, small.height]).toEqual([320, 256]);
		expect(small.values[0]).toBeCloseTo(
			(one.values[0] + one.values[1] + one.values[w] + one.values[w + 1]) / 4,
			3
		);
	});

	it('says what does not fit', () => {
		const grey = (w: number, h: number) => luma(made(w, h, 0), w, h);
		expect(() => ssimMap(grey(20, 20), grey(21, 20))).toThrow(/20x20 and 21x20/);
		expect(() => ssimMap(grey(10, 20), grey(10, 20))).toThrow(/under 11/);
	});
});
