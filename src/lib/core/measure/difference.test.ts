import { converter, differenceCiede2000 } from 'culori';
import { describe, expect, it } from 'vitest';
import { ssim as library } from 'ssim.js';
import { normals, stream } from '$lib/core/random';
import { apart, difference, luma, scaleColour, ssimMap } from './index';

const [width, height] = [48, 40];
function noise(seed: number): Uint8Array {
	const draw = stream(`noise ${seed}`);
	return Uint8Array.from({ length: width * height * 3 }, () => draw.below(256));
}
const flat = (r: number, g: number, b: number) =>
	Uint8Array.from({ length: width * height * 3 }, (_, i) => [r, g, b][i % 3]);
/** A picture with a square of another colour in its middle. */
function withSquare(base: Uint8Array, r: number, g: number, b: number): Uint8Array {
	const pixels = base.slice();
	for (let y = 16; y < 24; y++)
		for (let x = 20; x < 28; x++) pixels.set([r, g, b], (y * width + x) * 3);
	return pixels;
}
/** Red, green and blue at a place of a difference, added. */
const brightness = ({ rgba, width: w }: ReturnType<typeof difference>, x: number, y: number) =>
	rgba[(y * w + x) * 4] + rgba[(y * w + x) * 4 + 1] + rgba[(y * w + x) * 4 + 2];

describe('two pictures subtracted', () => {
	it('are dark all over where they are the same', () => {
		for (const kind of ['colour', 'structure'] as const) {
			const { mean, rgba } = difference(noise(3), noise(3), width, height, kind);
			expect(mean).toBeCloseTo(0, 9);
			expect(Math.max(...rgba.filter((_, i) => i % 4 < 3))).toBe(0);
			expect(rgba.filter((_, i) => i % 4 === 3).every((alpha) => alpha === 255)).toBe(true);
		}
	});

	it('say the same whichever is taken from the other', () => {
		for (const kind of ['colour', 'structure'] as const) {
			const there = difference(noise(1), noise(2), width, height, kind);
			const back = difference(noise(2), noise(1), width, height, kind);
			expect(there.mean).toBeGreaterThan(0.1);
			expect(back.mean).toBeCloseTo(there.mean, 9);
			expect(back.rgba).toEqual(there.rgba);
		}
	});

	// Source: `culori`, CIEDE2000 of sRGB as it reads it.
	it('by colour have the mean CIEDE2000 of culori', () => {
		const [one, two] = [noise(1), noise(2)];
		const apartBy = differenceCiede2000();
		const toLab = converter('lab65');
		const colour = (of: Uint8Array, i: number) =>
			toLab({ mode: 'rgb', r: of[i] / 255, g: of[i + 1] / 255, b: of[i + 2] / 255 });
		let sum = 0;
		for (let i = 0; i < one.length; i += 3) sum += apartBy(colour(one, i), colour(two, i));
		const { mean } = difference(one, two, width, height, 'colour');
		expect(mean).toBeCloseTo(sum / (width * height), 1);
	});

	// Source: Sharma, Wu and Dalal 2005 hold the formula; here it is held that black and white are 100 apart.
	it('by colour are brightest from a difference of 40 on', () => {
		const drawn = difference(flat(0, 0, 0), flat(255, 255, 255), width, height, 'colour');
		expect(drawn.mean).toBeCloseTo(100, 3);
		expect(drawn.full).toBe(40);
		expect([...drawn.rgba.slice(0, 3)]).toEqual(scaleColour(1).map(Math.round));
	});

	it('by colour are bright where they differ and nowhere else', () => {
		const one = flat(120, 130, 90);
		const drawn = difference(one, withSquare(one, 200, 60, 40), width, height, 'colour');
		expect(drawn.width).toBe(width);
		expect(drawn.height).toBe(height);
		const bright = [];
		for (let y = 0; y < height; y++)
			for (let x = 0; x < width; x++) if (brightness(drawn, x, y)) bright.push([x, y]);
		expect(bright).toHaveLength(64);
		expect(bright.every(([x, y]) => x >= 20 && x < 28 && y >= 16 && y < 24)).toBe(true);
	});

	// Source: `ssim.js`, its fast form.
	it('by structure have one less the similarity of ssim.js', () => {
		const grain = normals(5, 0, width * height);
		const one = Uint8Array.from({ length: width * height * 3 }, (_, i) => {
			const p = Math.floor(i / 3);
			return 120 + 60 * Math.sin((p % width) / 5) + 30 * Math.cos(p / width / 4);
		});
		const two = one.map((value, i) => value + 8 * grain[Math.floor(i / 3)]);
		const asImage = (of: Uint8Array) => {
			const data = new Uint8ClampedArray(width * height * 4);
			for (let p = 0; p < width * height; p++)
				data.set([of[p * 3], of[p * 3], of[p * 3], 255], p * 4);
			return { data, width, height };
		};
		const { mssim } = library(asImage(one), asImage(two), { ssim: 'fast', downsample: false });
		const { mean } = difference(one, two, width, height, 'structure');
		expect(mean).toBeGreaterThan(0.05);
		expect(mean).toBeCloseTo(1 - mssim, 2);
	});

	it('by structure do not mind a little more light, and mind another shape in its place', () => {
		const one = withSquare(flat(90, 90, 90), 200, 200, 200);
		const lighter = one.map((value) => value + 6);
		const other = one.slice();
		for (let y = 16; y < 24; y++)
			for (let x = 20; x < 28; x++) other.set([20, 20, 20], (y * width + x) * 3);
		const light = difference(one, lighter, width, height, 'structure');
		const shape = difference(one, other, width, height, 'structure');
		expect(light.mean).toBeLessThan(0.02);
		expect(shape.mean).toBeGreaterThan(light.mean * 10);
		expect(brightness(shape, 24, 20)).toBeGreaterThan(brightness(shape, 2, 2) + 100);
		expect([shape.width, shape.height]).toEqual([width, height]);
	});
});

describe('the scale of a difference', () => {
	it('begins black, ends white, and becomes lighter all the way', () => {
		expect(scaleColour(0)).toEqual([0, 0, 0]);
		expect(scaleColour(1).map(Math.round)).toEqual([255, 255, 250]);
		const greys = Array.from({ length: 101 }, (_, i) => scaleColour(i / 100));
		// Rec. 601 luma: ITU-R BT.601.
		const lumas = greys.map(([r, g, b]) => 0.299 * r + 0.587 * g + 0.114 * b);
		for (let i = 1; i < lumas.length; i++) expect(lumas[i]).toBeGreaterThan(lumas[i - 1]);
	});
});

describe('what parts two small pictures', () => {
	const small = (pixels: Uint8Array) => ({ grey: luma(pixels, width, height), colours: pixels });

	it('is nothing between a picture and itself', () => {
		const { ssim, colour } = apart(small(noise(4)), small(noise(4)));
		expect(ssim).toBeCloseTo(1, 9);
		expect(colour).toBe(0);
	});

	it('are the similarity and the colour difference that stand alone, too', () => {
		const [one, two] = [noise(4), noise(9)];
		const { ssim, colour } = apart(small(one), small(two));
		expect(ssim).toBe(ssimMap(luma(one, width, height), luma(two, width, height)).mean);
		expect(colour).toBeCloseTo(difference(one, two, width, height, 'colour').mean, 9);
	});
});
