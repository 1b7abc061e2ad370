import { describe, expect, it } from 'vitest';
import { cards } from '$lib/core/standins';
import { fitOf, frameLabel, ratioLabel, sizeForRatio } from './index';

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
		expect(sizeForRatio(1, 1000, 64)).toBeNull();
	});
});

describe('ratioLabel', () => {
	it('is exact where the numbers are small', () => {
		expect(ratioLabel({ width: 1344, height: 768 })).toBe('7 : 4');
		expect(ratioLabel({ width: 1000, height: 999 })).toBe('1.00 : 1');
	});
});

describe('fitOf', () => {
	const [turnstone, gannet] = cards;
	it.each([
		[turnstone, 1024, 1024, 'own'],
		[turnstone, 768, 768, 'near'],
		[turnstone, 1536, 1536, 'far'],
		[turnstone, 1000, 1000, 'impossible'],
		[gannet, 1344, 768, 'far'],
		[gannet, 832, 1216, 'own'],
		[gannet, 2048, 2048, 'impossible']
	] as const)('%# stands where it should', (card, width, height, kind) => {
		expect(fitOf(card, { width, height }).kind).toBe(kind);
	});
});
