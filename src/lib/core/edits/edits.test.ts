import { converter } from 'culori';
import { describe, expect, it } from 'vitest';
import { packMask, reduced } from '$lib/core/cut';
import { stream } from '$lib/core/random';
import {
	applied,
	Chain,
	cropBox,
	croppedFor,
	CUT_SIDE,
	editIn,
	editsFor,
	Edits,
	editsSay,
	histogram,
	sizeAfter,
	noTones,
	withEdit,
	type Sheet
} from './index';

const draw = stream('edits');
const random = (width: number, height: number): Sheet => ({
	width,
	height,
	pixels: Uint8ClampedArray.from({ length: width * height * 4 }, (_, i) =>
		i % 4 === 3 ? 255 : draw.below(256)
	)
});
const toned = (sheet: Sheet, change: Partial<typeof noTones>) =>
	applied(sheet, [{ id: 'tones', value: { ...noTones, ...change } }]).pixels;

describe('several lists of edits of one picture', () => {
	const value = (change: Partial<typeof noTones>) => ({ ...noTones, ...change });
	const cut: Edits[number] = {
		id: 'cutout',
		value: {
			...{ strokes: [], soft: 0.2, width: 8, height: 4 },
			mask: packMask(Uint8Array.from({ length: 32 }, (_, p) => (p % 8 < 4 ? 1 : 0)))
		}
	};
	const warm: Edits[number] = { id: 'tones', value: value({ warmth: 30 }) };
	const cold: Edits[number] = { id: 'tones', value: value({ warmth: -30 }) };
	const crop = (x: number): Edits[number] => ({
		id: 'crop',
		value: { left: x, top: 0, width: 0.5, height: 1 }
	});

	it('come out as each does alone, in whatever order they are asked for', () => {
		const sheet = random(16, 8);
		const before = sheet.pixels.slice();
		const chain = new Chain(sheet);
		const lists: Edits[] = [
			...[
				[cut, warm],
				[cut, warm, crop(0)],
				[cut, warm, crop(0.5)],
				[cut, cold, crop(0.5)]
			],
			...[[], [cut], [warm, crop(0)], [crop(0)], [cut, cold, crop(0.5)], [cut, cold]]
		];
		for (const list of lists) expect(chain.after(list)).toEqual(applied(sheet, list));
		expect(sheet.pixels).toEqual(before);
	});

	it('share what they begin with', () => {
		const chain = new Chain(random(16, 8));
		const first = chain.after([cut, warm]);
		chain.after([cut, warm, crop(0)]);
		chain.after([cut, warm, crop(0.5)]);
		expect(chain.after([cut, warm])).toBe(first);
		chain.after([cut, cold]);
		expect(chain.after([cut, warm])).not.toBe(first);
	});
});

describe('a thing cut out', () => {
	it('is clear round it, its colours stay, and what was clear before stays clear', () => {
		const sheet = random(8, 4);
		sheet.pixels[3] = 0;
		const mask = Uint8Array.from({ length: 32 }, (_, p) => (p % 8 < 4 ? 1 : 0));
		const value = { strokes: [], soft: 0, width: 8, height: 4, mask: packMask(mask) };
		const out = applied(sheet, [{ id: 'cutout', value }]).pixels;
		const alpha = (p: number) => out[p * 4 + 3];
		expect(alpha(0)).toBe(0);
		expect(alpha(8)).toBeGreaterThan(200);
		expect(alpha(15)).toBeLessThan(55);
		for (let i = 0; i < out.length; i++) if (i % 4 !== 3) expect(out[i]).toBe(sheet.pixels[i]);
		expect(Edits.safeParse([{ id: 'cutout', value }]).success).toBe(true);
		expect(editsSay([{ id: 'cutout', value }])).toBe('cut out');
		// Before tones and crop: strokes are those of the picture as it was made.
		expect(
			withEdit([{ id: 'tones', value: { ...noTones, warmth: 5 } }], 'cutout', value)[0].id
		).toBe('cutout');
	});
});

describe('a thing cut out of a picture of any size', () => {
	it('is the same thing on its previews', () => {
		// 192 of 1920 x 1005 are 100.5 rows; of 400 x 209 they are 100.3.
		const [whole, preview] = [random(1920, 1005), random(400, 209)];
		const { width, height } = reduced(whole, CUT_SIDE);
		const mask = new Uint8Array(width * height).fill(1);
		const edits: Edits = [
			{ id: 'cutout', value: { strokes: [], soft: 0, width, height, mask: packMask(mask) } }
		];
		for (const sheet of [whole, preview]) {
			const { pixels } = applied(sheet, edits);
			expect(pixels.every((value, i) => i % 4 !== 3 || value === 255)).toBe(true);
		}
	});
});

describe('a picture that goes out for a use', () => {
	const square = { width: 1200, height: 1200 };
	const story = { ratio: 9 / 16, pixels: { width: 540, height: 960 } };

	// 9:16 of 1200 high is 675 wide, 262.5 off each side; plain arithmetic.
	it('is cut in its middle and made smaller, never larger', () => {
		expect(croppedFor(square, story)).toMatchObject({
			box: { x: 263, y: 0, width: 675, height: 1200 },
			size: { width: 540, height: 960 },
			enough: true
		});
		const large = { ratio: 9 / 16, pixels: { width: 1080, height: 1920 } };
		expect(croppedFor(square, large)).toMatchObject({
			size: { width: 675, height: 1200 },
			enough: false
		});
		expect(croppedFor(square, { ratio: 1, pixels: null }).size).toEqual(square);
	});

	// 600 pixels at 300 dpi are 2 inches: with 1200 pixels wanted, the 600 that there are make 150 to the inch.
	it('prints at the size of its use, at the dpi that are left where pixels are missing', () => {
		const print = (side: number) => ({ ratio: 1, pixels: { width: side, height: side }, dpi: 300 });
		expect(croppedFor(square, print(600)).perInch).toBe(300);
		expect(croppedFor(square, print(2400)).perInch).toBe(150);
		expect(croppedFor(square, { ratio: 1, pixels: square }).perInch).toBeUndefined();
	});

	it('says what was cut off among its changes, within what was cut off before', () => {
		expect(editsFor(square, undefined, { ratio: 1, pixels: null })).toEqual([]);
		const before: Edits = [
			{ id: 'tones', value: { ...noTones, warmth: 5 } },
			{ id: 'crop', value: { left: 0.5, top: 0, width: 0.5, height: 1 } }
		];
		// The right half is 600 x 1200; its middle square lies from 0.25 to 0.75 of the height.
		const out = editsFor(square, before, { ratio: 1, pixels: null });
		expect(out[0]).toEqual(before[0]);
		expect(editIn(out, 'crop')).toEqual({ left: 0.5, top: 0.25, width: 0.5, height: 0.5 });
		expect(sizeAfter(square, out)).toEqual({ width: 600, height: 600 });
		// The lower half is 1200 x 600; its middle square lies from 0.25 to 0.75 of the width.
		const lower: Edits = [{ id: 'crop', value: { left: 0, top: 0.5, width: 1, height: 0.5 } }];
		const below = editsFor(square, lower, { ratio: 1, pixels: null });
		expect(editIn(below, 'crop')).toEqual({ left: 0.25, top: 0.5, width: 0.5, height: 0.5 });
		expect(sizeAfter(square, below)).toEqual({ width: 600, height: 600 });
	});
});

describe('tones', () => {
	const sheet = random(16, 16);
	const oklab = converter('oklab');
	const at = (pixels: ArrayLike<number>, p: number) =>
		oklab({
			mode: 'rgb',
			r: pixels[p * 4] / 255,
			g: pixels[p * 4 + 1] / 255,
			b: pixels[p * 4 + 2] / 255
		});
	/** Pixels that stay within sRGB by far. */
	const grey: Sheet = {
		width: 8,
		height: 1,
		pixels: Uint8ClampedArray.from({ length: 32 }, (_, i) => (i % 4 === 3 ? 255 : 90 + 5 * (i % 7)))
	};

	it('that change nothing leave every byte, and the picture that is given stays as it is', () => {
		const before = sheet.pixels.slice();
		expect(toned(sheet, {})).toEqual(before);
		toned(sheet, { lightness: 50, middle: 2 });
		expect(sheet.pixels).toEqual(before);
	});

	it('turn a colour into the same wherever it stands, among however many others', () => {
		const many = random(512, 512);
		const change = { warmth: 40, contrast: -30, saturation: 25, middle: 1.2 };
		const out = toned(many, change);
		for (let p = 0; p < 512 * 512; p += 997) {
			const pixels = many.pixels.slice(4 * p, 4 * p + 4);
			const alone = toned({ width: 1, height: 1, pixels }, change);
			expect(out.slice(4 * p, 4 * p + 4)).toEqual(alone);
		}
	});

	// Held against `culori`'s OKLab: a quarter of the scale at 100, and colour left alone.
	it('lighten by the same step everywhere', () => {
		const out = toned(grey, { lightness: 40 });
		for (let p = 0; p < 8; p++) {
			const [a, b] = [at(grey.pixels, p), at(out, p)];
			expect(b.l - a.l).toBeCloseTo(0.1, 2);
			expect(Math.hypot(b.a - a.a, b.b - a.b)).toBeLessThan(0.006);
		}
	});

	it('take all colour away at a saturation of -100, and lightness stays', () => {
		const out = toned(sheet, { saturation: -100 });
		for (let p = 0; p < 256; p++) {
			expect(
				Math.max(...out.slice(p * 4, p * 4 + 3)) - Math.min(...out.slice(p * 4, p * 4 + 3))
			).toBeLessThanOrEqual(1);
			expect(at(out, p).l).toBeCloseTo(at(sheet.pixels, p).l, 2);
		}
	});

	it('turn contrast about middle grey, which stays', () => {
		const middle = Uint8ClampedArray.from([
			118, 118, 118, 255, 60, 60, 60, 255, 190, 190, 190, 255
		]);
		const out = toned({ width: 3, height: 1, pixels: middle }, { contrast: 50 });
		// 18% of the light is 118 of 255 in sRGB (IEC 61966-2-1).
		expect(Math.abs(out[0] - 118)).toBeLessThanOrEqual(1);
		expect(out[4]).toBeLessThan(60);
		expect(out[8]).toBeGreaterThan(190);
	});

	it('warm towards yellow and red, and cool the other way', () => {
		const [warm, cold] = [toned(grey, { warmth: 60 }), toned(grey, { warmth: -60 })];
		expect(at(warm, 3).b).toBeGreaterThan(at(grey.pixels, 3).b + 0.02);
		expect(at(cold, 3).b).toBeLessThan(at(grey.pixels, 3).b - 0.02);
	});

	it('leave black black and white white, however warm', () => {
		const ends = {
			width: 2,
			height: 1,
			pixels: Uint8ClampedArray.of(0, 0, 0, 255, 255, 255, 255, 255)
		};
		for (const warmth of [-100, 100]) expect(toned(ends, { warmth })).toEqual(ends.pixels);
	});

	it('stretch levels: black and white become the ends, the exponent moves what lies between', () => {
		const ramp = {
			width: 256,
			height: 1,
			pixels: Uint8ClampedArray.from({ length: 1024 }, (_, i) => (i % 4 === 3 ? 255 : i >> 2))
		};
		const out = toned(ramp, { black: 40, white: 200, middle: 1 });
		expect([out[40 * 4], out[200 * 4], out[120 * 4]]).toEqual([0, 255, 128]);
		expect(toned(ramp, { middle: 2 })[64 * 4]).toBe(Math.round(255 * Math.sqrt(64 / 255)));
	});
});

describe('a crop', () => {
	it('keeps the pixels of its box, and no others', () => {
		const sheet = random(10, 8);
		const value = { left: 0.2, top: 0.25, width: 0.5, height: 0.5 };
		expect(cropBox(value, sheet)).toEqual({ x: 2, y: 2, width: 5, height: 4 });
		const out = applied(sheet, [{ id: 'crop', value }]);
		for (let y = 0; y < 4; y++)
			for (let x = 0; x < 5; x++)
				expect(out.pixels.slice((y * 5 + x) * 4, (y * 5 + x) * 4 + 4)).toEqual(
					sheet.pixels.slice(((y + 2) * 10 + x + 2) * 4, ((y + 2) * 10 + x + 2) * 4 + 4)
				);
	});

	it('has at least a pixel, and never reaches beyond the picture', () => {
		expect(
			cropBox({ left: 0.99, top: 0.99, width: 0.01, height: 0.01 }, { width: 8, height: 8 })
		).toEqual({
			x: 7,
			y: 7,
			width: 1,
			height: 1
		});
		expect(
			Edits.safeParse([{ id: 'crop', value: { left: 0.6, top: 0, width: 0.5, height: 1 } }]).success
		).toBe(false);
	});
});

describe('a list of edits', () => {
	const value = { left: 0, top: 0, width: 0.5, height: 1 };
	it('has each kind once, in one order, and none that changes nothing', () => {
		const both = withEdit(withEdit([], 'crop', value), 'tones', { ...noTones, warmth: 20 });
		expect(both.map(({ id }) => id)).toEqual(['tones', 'crop']);
		expect(editIn(both, 'crop')).toEqual(value);
		expect(withEdit(both, 'tones', noTones).map(({ id }) => id)).toEqual(['crop']);
		expect(editsSay(both)).toBe('warmth +20; cropped to 50% of it');
		expect(Edits.safeParse([...both, both[0]]).success).toBe(false);
		expect(Edits.safeParse([{ id: 'burn', value: {} }]).success).toBe(false);
	});
});

it('a histogram counts every pixel once a channel, and nothing that is clear', () => {
	const sheet = random(20, 10);
	sheet.pixels[3] = 0;
	for (const counts of histogram(sheet)) expect(counts.reduce((a, b) => a + b, 0)).toBe(199);
	expect(histogram(sheet)[0][sheet.pixels[4]]).toBeGreaterThan(0);
});
