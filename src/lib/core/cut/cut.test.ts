import { beforeAll, describe, expect, it } from 'vitest';
import { stream } from '$lib/core/random';
import { cutAgain, feathered, maskAt, packMask, reduced, unpackMask, type Vision } from './index';
import { compiled } from './opencv';

const draw = stream('cut');
const [width, height] = [96, 64];

/** A disc and a small square of the same colour on another ground, both with grain. */
function scene(w = width, h = height) {
	const pixels = new Uint8ClampedArray(w * h * 4);
	const truth = new Uint8Array(w * h);
	for (let y = 0, p = 0; y < h; y++)
		for (let x = 0; x < w; x++, p++) {
			const [u, v] = [(x + 0.5) / w, (y + 0.5) / h];
			const disc = Math.hypot((u - 0.4) * 1.5, v - 0.5) < 0.3;
			const square = u > 0.86 && u < 0.94 && v > 0.1 && v < 0.22;
			truth[p] = disc ? 1 : 0;
			const grain = draw.below(24);
			const [r, g, b] = disc || square ? [196, 84, 60] : [70, 110, 150];
			pixels.set([r + grain, g + grain, b + grain, 255], p * 4);
		}
	return { picture: { width: w, height: h, pixels }, truth };
}
const overlap = (one: ArrayLike<number>, two: ArrayLike<number>, from = 1) => {
	let [both, any] = [0, 0];
	for (let p = 0; p < two.length; p++) {
		if (one[p] >= from && two[p]) both++;
		if (one[p] >= from || two[p]) any++;
	}
	return both / any;
};
const blank = () => new Uint8Array(width * height);
const drawn = (inside: (x: number, y: number) => boolean) =>
	blank().map((_, p) => (inside(p % width, Math.floor(p / width)) ? 255 : 0));

describe('a mask', () => {
	it('is packed and unpacked, whatever its size', () => {
		for (const count of [1, 7, 8, 9, 1000, 65_536]) {
			const mask = Uint8Array.from({ length: count }, () => draw.below(2));
			expect(unpackMask(packMask(mask), count)).toEqual(mask);
		}
	});

	it('that was damaged, or is of another picture, is refused in a sentence', () => {
		const packed = packMask(new Uint8Array(100));
		for (const wrong of ['', '!!', packed.slice(0, 3)])
			expect(() => unpackMask(wrong, 100)).toThrow(/cut it out again/);
	});
});

describe('a mask at another size', () => {
	it('has at every place what lies in its middle', () => {
		const mask = Uint8Array.from([1, 0, 0, 1, 1, 0]);
		const [from, to] = [
			{ width: 3, height: 2 },
			{ width: 6, height: 4 }
		];
		const twice = maskAt(mask, from, to);
		for (let p = 0; p < twice.length; p++)
			expect(twice[p]).toBe(mask[((p % 6) >> 1) + 3 * (Math.floor(p / 6) >> 1)]);
		expect(maskAt(twice, to, from)).toEqual(mask);
		expect(maskAt(mask, from, from)).toBe(mask);
	});
});

describe('a picture made smaller', () => {
	it('has of every place the mean of its pixels', () => {
		const { picture } = scene();
		const half = reduced(picture, 48);
		expect([half.width, half.height]).toEqual([48, 32]);
		for (const [x, y] of [
			[0, 0],
			[20, 17],
			[47, 31]
		])
			for (let c = 0; c < 3; c++) {
				const at = (dx: number, dy: number) =>
					picture.pixels[((2 * y + dy) * width + 2 * x + dx) * 4 + c];
				const mean = (at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4;
				expect(Math.abs(half.pixels[(y * 48 + x) * 4 + c] - mean)).toBeLessThanOrEqual(0.5);
			}
		expect(reduced(picture, 500).pixels).toBe(picture.pixels);
	});
});

describe('a thing', () => {
	let vision: Vision;
	beforeAll(async () => {
		vision = await compiled();
	});
	const { picture, truth } = scene();

	it('is cut out of what is drawn round it, and nothing outside is kept', () => {
		const within = drawn((x, y) => x > 12 && x < 66 && y > 6 && y < 58);
		const marked = { within, keep: blank(), leave: blank(), last: within };
		const mask = cutAgain(vision, picture, marked, null);
		expect(overlap(mask, truth)).toBeGreaterThan(0.95);
		expect(mask.some((own, p) => own && !within[p])).toBe(false);
	});

	it('is kept and left where a stroke says so, and elsewhere nothing changes', () => {
		const within = drawn(() => true);
		const before = truth.slice();
		// Something that is wrong, far from the stroke.
		before[3 * width + 3] = 1;
		const leave = drawn((x, y) => Math.abs(y - 32) < 2 && x > 34 && x < 44);
		const mask = cutAgain(vision, picture, { within, keep: blank(), leave, last: leave }, before);
		leave.forEach((own, p) => own && expect(mask[p]).toBe(0));
		expect(mask[3 * width + 3]).toBe(1);
		// The small square has the colour of the disc: nothing said that it is kept.
		expect(mask[10 * width + 86]).toBe(0);
	});

	it('is none, or all of it, where nothing tells the two apart', () => {
		const nothing = { keep: blank(), leave: blank(), last: blank() };
		const none = cutAgain(vision, picture, { ...nothing, within: blank() }, null);
		expect(none.some(Boolean)).toBe(false);
	});
});

describe('an edge', () => {
	it('follows that of the picture at its own size', () => {
		const { picture, truth } = scene(384, 256);
		const small = reduced(picture, width);
		const mask = Uint8Array.from(
			{ length: width * height },
			(_, p) => truth[(Math.floor(p / width) * 4 + 2) * 384 + (p % width) * 4 + 2]
		);
		const plain = truth.map(
			(_, p) => mask[Math.floor(Math.floor(p / 384) / 4) * width + Math.floor((p % 384) / 4)]
		);
		const kept = feathered(picture, small, mask, 0);
		expect(overlap(kept, truth, 128)).toBeGreaterThan(overlap(plain, truth));
		expect(overlap(kept, truth, 128)).toBeGreaterThan(0.98);
	});

	it('that is soft fades over more pixels; far from it all is kept or left', () => {
		const { picture } = scene();
		const mask = drawn((x) => x < 48).map((own) => own && 1);
		const fading = (soft: number) =>
			feathered(picture, picture, mask, soft).filter((own) => own > 10 && own < 245).length;
		expect(fading(1)).toBeGreaterThan(2 * fading(0));
		const kept = feathered(picture, picture, mask, 0.5);
		expect(kept[32 * width + 4]).toBe(255);
		expect(kept[32 * width + 90]).toBe(0);
	});
});
