import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lookOf, placeWithin, scaleTo, transformOf, WHOLE } from './look';

const sides = fc.record({
	width: fc.integer({ min: 50, max: 3000 }),
	height: fc.integer({ min: 50, max: 3000 })
});
const look = fc.record({
	x: fc.double({ min: 0, max: 1, noNaN: true }),
	y: fc.double({ min: 0, max: 1, noNaN: true }),
	scale: fc.double({ min: 1, max: 16, noNaN: true })
});

describe('looking at pictures alike', () => {
	it('is whole when nothing was moved', () => {
		expect(
			lookOf({ x: 0, y: 0, k: 1 }, { width: 400, height: 300 }, { width: 64, height: 64 })
		).toEqual(WHOLE);
	});

	it('comes back as it went', () => {
		fc.assert(
			fc.property(look, sides, sides, (one, window, picture) => {
				const back = lookOf(transformOf(one, window, picture), window, picture);
				expect(back.x).toBeCloseTo(one.x, 6);
				expect(back.y).toBeCloseTo(one.y, 6);
				expect(back.scale).toBe(one.scale);
			})
		);
	});

	it('has the same share of every picture in the middle of its window, whatever its frame', () => {
		fc.assert(
			fc.property(look, sides, sides, (one, window, picture) => {
				const { x, y, k } = transformOf(one, window, picture);
				// The plain way: the picture's pixel at that share, put where CSS puts it.
				const fit = Math.min(window.width / picture.width, window.height / picture.height);
				const px = one.x * picture.width * fit + (window.width - picture.width * fit) / 2;
				const py = one.y * picture.height * fit + (window.height - picture.height * fit) / 2;
				expect(k * px + x).toBeCloseTo(window.width / 2, 6);
				expect(k * py + y).toBeCloseTo(window.height / 2, 6);
			})
		);
	});

	it('finds the place under the pointer, and the nearest one beside the picture', () => {
		const window = { width: 300, height: 100 };
		const picture = { width: 64, height: 64 };
		// The picture stands 100 wide in the middle of the window.
		expect(placeWithin({ x: 150, y: 50 }, window, picture)).toEqual({ x: 0.5, y: 0.5 });
		expect(placeWithin({ x: 125, y: 75 }, window, picture)).toEqual({ x: 0.25, y: 0.75 });
		expect(placeWithin({ x: 3, y: 0 }, window, picture)).toEqual({ x: 0, y: 0 });
		expect(placeWithin({ x: 290, y: 100 }, window, picture)).toEqual({ x: 1, y: 1 });
	});

	it('shows pixel for pixel at 100 %, and never less than the whole', () => {
		const window = { width: 400, height: 400 };
		expect(scaleTo(1, window, { width: 1600, height: 800 }, 1)).toBe(4);
		expect(scaleTo(2, window, { width: 1600, height: 800 }, 2)).toBe(4);
		expect(scaleTo(1, window, { width: 100, height: 100 }, 1)).toBe(1);
	});
});
