import { describe, expect, it } from 'vitest';
import { filledOf, measurePicture, palette, solidOf, tone } from './index';

const [width, height] = [40, 30];

/** A picture with a disc of one colour on a clear ground, whose bytes are black as a canvas leaves them. */
function disc(ground: readonly number[]): Uint8Array {
	return Uint8Array.from({ length: width * height * 4 }, (_, i) => {
		const [p, c] = [i >> 2, i % 4];
		const inside = Math.hypot((p % width) - 20, Math.floor(p / width) - 15) < 10;
		return inside ? [200, 120, 40, 255][c] : ground[c];
	});
}

const CLEAR = [0, 0, 0, 0];

describe('a clear ground', () => {
	it('is in no palette and in no tone', () => {
		const solid = solidOf(disc(CLEAR));
		expect(palette(solid).map(({ hex }) => hex)).toEqual(['#c87828']);
		const whole = tone(Uint8Array.from({ length: 300 }, (_, i) => [200, 120, 40][i % 3]));
		expect(tone(solid).lightness).toBeCloseTo(whole.lightness, 6);
		// Black where it is solid is another matter.
		expect(tone(solidOf(disc([0, 0, 0, 255]))).lightness).toBeLessThan(whole.lightness / 2);
	});

	it('is neither clipped nor an edge, whatever colour lies under it', () => {
		const measured = (ground: readonly number[]) => {
			const pixels = disc(ground);
			return measurePicture({ pixels, width, height }, pixels).values;
		};
		expect(measured(CLEAR).clipped).toBe(0);
		expect(measured(CLEAR).edges).toBe(0);
		expect(measured([255, 255, 255, 0])).toEqual(measured(CLEAR));
		expect(measured([0, 0, 0, 255]).clipped).toBeGreaterThan(0.5);
		expect(measured([0, 0, 0, 255]).edges).toBeGreaterThan(0);
	});

	it('that shines through a little counts as far as it does', () => {
		const half = Uint8Array.of(100, 100, 100, 255, 200, 0, 0, 64);
		expect([...filledOf(half)]).toEqual([100, 100, 100, 125, 75, 75]);
		expect([...filledOf(Uint8Array.of(9, 9, 9, 0))]).toEqual([128, 128, 128]);
		expect(solidOf(Uint8Array.of(1, 2, 3, 128, 4, 5, 6, 127))).toEqual(Uint8Array.of(1, 2, 3));
	});
});
