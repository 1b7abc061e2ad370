import { describe, expect, it } from 'vitest';
import { alder, birch } from '$lib/core/testing';
import { fitOf, frameLabel, ratioError, ratioLabel, sizeForRatio } from './index';

describe('sizeForRatio', () => {
	// The multi-aspect table of Podell et al. 2023, appendix I, from memory.
	it.each([
		['16:9', 16 / 9, '1344×768'],
		['2:3', 2 / 3, '832×1216'],
		['4:5', 4 / 5, '896×1152'],
		['4:3', 4 / 3, '1152×896'],
		['21:9', 21 / 9, '1536×640'],
		['16:10', 16 / 10, '1280×768'],
		['1:1', 1, '1024×1024']
	])('%s of a megapixel is the published size', (_name, ratio, expected) => {
		expect(frameLabel(sizeForRatio(ratio)!)).toBe(expected);
	});

	it('turns with the ratio', () => {
		const wide = sizeForRatio(16 / 9)!;
		expect(sizeForRatio(9 / 16)).toEqual({ width: wide.height, height: wide.width });
	});

	it('has no answer where no multiple fits', () => {
		expect(sizeForRatio(1, 1000)).toBeNull();
	});
});

describe('a budget that is a wish', () => {
	const middle = (ratio: number) => sizeForRatio(ratio, 768 * 768, { wish: true })!;

	it('gives 3:1 exactly, and different sizes to what differs', () => {
		// 1344 x 448 is 3:1 to the pixel, with 102% of 768 x 768.
		expect(middle(3)).toEqual({ width: 1344, height: 448 });
		expect(middle(2 / 3)).toEqual({ width: 640, height: 960 });
		expect(middle(1)).toEqual({ width: 768, height: 768 });
		expect(frameLabel(middle(210 / 297))).not.toBe(frameLabel(middle(2 / 3)));
	});

	it('is kept to 92% to 105%, with no size in reach that is nearer to the ratio', () => {
		for (const budget of [512 * 512, 640 * 640, 768 * 768, 900 * 900])
			for (const ratio of [1 / 3, 0.5, 9 / 16, 2 / 3, 210 / 297, 3 / 4, 0.8, 1, 1.6, 16 / 9, 3]) {
				const size = sizeForRatio(ratio, budget, { wish: true })!;
				const share = (size.width * size.height) / budget;
				expect(share).toBeGreaterThanOrEqual(0.92);
				expect(share).toBeLessThanOrEqual(1.05);
				const off = ratioError(size, ratio);
				for (let width = 64; width <= 4096; width += 64)
					for (let height = 64; height <= 4096; height += 64) {
						const other = (width * height) / budget;
						if (other >= 0.92 && other <= 1.05)
							expect(ratioError({ width, height }, ratio)).toBeGreaterThanOrEqual(off - 1e-9);
					}
			}
	});

	it('never passes what the models make at most', () => {
		const most = 768 * 768;
		const size = sizeForRatio(3, 768 * 768, { wish: true, most })!;
		expect(size.width * size.height).toBeLessThanOrEqual(most);
	});
});

describe('ratioLabel', () => {
	it('is exact where the numbers are small', () => {
		expect(ratioLabel({ width: 1344, height: 768 })).toBe('7 : 4');
		expect(ratioLabel({ width: 1000, height: 999 })).toBe('1.00 : 1');
	});

	it('is whole up to 32, and has two decimals beyond, on the side that is longer', () => {
		expect(ratioLabel({ width: 1024, height: 32 })).toBe('32 : 1');
		expect(ratioLabel({ width: 64, height: 2048 })).toBe('1 : 32');
		expect(ratioLabel({ width: 1056, height: 32 })).toBe('33.00 : 1');
		expect(ratioLabel({ width: 999, height: 1998 + 1 })).toBe('1 : 2.00');
		expect(ratioLabel({ width: 900, height: 1000 })).toBe('9 : 10');
	});
});

describe('fitOf', () => {
	it.each([
		[alder, 1024, 1024, 'own'],
		[alder, 768, 768, 'near'],
		[alder, 1536, 1536, 'far'],
		[alder, 1000, 1000, 'impossible'],
		[birch, 1344, 768, 'far'],
		[birch, 832, 1216, 'own'],
		[birch, 2048, 2048, 'impossible']
	] as const)('%# stands where it should', (card, width, height, kind) => {
		expect(fitOf(card, { width, height }).kind).toBe(kind);
	});

	it.each([
		[1152, 896, 'own size'],
		[1088, 960, 'near its own size'],
		[1536, 1536, 'far from its own: doubles likely'],
		[1000, 1024, 'takes multiples of 64 only'],
		[1024, 1000, 'takes multiples of 64 only'],
		[2112, 2048, 'at most 4.2 MP'],
		[2176, 192, 'at most 8 times as long as wide'],
		[192, 2176, 'at most 8 times as long as wide']
	])('says of %i x %i on a model of one megapixel: %s', (width, height, says) => {
		expect(fitOf(alder, { width, height }).says).toBe(says);
	});

	it('allows the longest ratio that a model takes', () => {
		expect(fitOf(alder, { width: 1536, height: 192 }).kind).not.toBe('impossible');
	});

	it('compares with the nearest of the own sizes, wherever it stands in the list', () => {
		const nearest = (width: number, height: number) => fitOf(alder, { width, height }).nearest;
		expect(nearest(1216, 896)).toEqual({ width: 1152, height: 896 });
		expect(nearest(832, 1152)).toEqual({ width: 896, height: 1152 });
		expect(nearest(960, 1024)).toEqual({ width: 1024, height: 1024 });
		expect(fitOf(alder, { width: 1216, height: 896 }).distance).toBeCloseTo(
			Math.log(1216 / 1152),
			12
		);
	});

	// 0.41 and 0.399 of the pixels of its own size.
	it('finds a frame with less than 0.4 of its own pixels far from it', () => {
		const own = { ...alder, nativeSizes: [{ width: 1000, height: 1000 }], sizeMultiple: 8 };
		expect(fitOf(own, { width: 640, height: 640 })).toMatchObject({
			kind: 'near',
			says: 'smaller than its own'
		});
		expect(fitOf(own, { width: 632, height: 632 })).toMatchObject({
			kind: 'far',
			says: 'far below its own: less detail'
		});
	});

	// 768 x 768 lies a little nearer to 768 x 1152 than to 960 x 960, of which it is a smaller version.
	it('compares a frame with the own size whose smaller version it is', () => {
		const nativeSizes = [
			{ width: 960, height: 960 },
			{ width: 768, height: 1152 }
		];
		const fit = fitOf({ ...alder, nativeSizes }, { width: 768, height: 768 });
		expect(fit).toMatchObject({ kind: 'near', nearest: nativeSizes[0] });
		expect(fit.says).toBe('smaller than its own');
	});
});
