import { describe, expect, it } from 'vitest';
import type { TakeSettings } from '$lib/core/contract';
import { prepare } from './pictures';

/** A picture of 4 by 2 pixels, each of its own colour. */
const [WIDTH, HEIGHT] = [4, 2];
const buffer = new SharedArrayBuffer(WIDTH * HEIGHT * 3);
new Uint8Array(buffer).set(Array.from({ length: WIDTH * HEIGHT * 3 }, (_, i) => i * 9));
const picture = { width: WIDTH, height: HEIGHT, pixels: buffer };

const extended = async (at?: { x: number; y: number }) => {
	const { start, mask } = await prepare(
		{
			width: 8,
			height: 6,
			start: { image: '', strength: 1, fit: 'extend', ...(at ? { at } : {}) }
		} as TakeSettings,
		{ start: picture }
	);
	return { start: start!, mask: mask! };
};

describe('an extended picture', () => {
	it.each([
		[undefined, 2, 2],
		[{ x: 0, y: 0 }, 0, 0],
		[{ x: 1, y: 0.5 }, 4, 2],
		[{ x: 0.25, y: 1 }, 1, 4]
	])('at %o begins at %i, %i, and only there it is kept', async (at, left, top) => {
		const { start, mask } = await extended(at);
		for (let y = 0; y < 6; y++)
			for (let x = 0; x < 8; x++) {
				const inside = x >= left && x < left + WIDTH && y >= top && y < top + HEIGHT;
				expect(mask[y * 8 + x]).toBe(inside ? 0 : 255);
				if (inside)
					expect(start.pixels[(y * 8 + x) * 3]).toBe(
						(((y - top) * WIDTH + x - left) * 3 * 9) % 256
					);
			}
	});
});
