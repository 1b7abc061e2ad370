import { describe, expect, it } from 'vitest';
import { frameRound, frameTimes } from './index';

const square = { width: 768, height: 768 };

describe('a frame round a picture', () => {
	// 16:9 of 768 high is 1365.3 wide, between 21 and 22 times 64.
	it('keeps the side that is long enough, and lengthens the other to the ratio', () => {
		expect(frameRound(square, 16 / 9)).toEqual({ width: 1344, height: 768 });
		expect(frameRound(square, 9 / 16)).toEqual({ width: 768, height: 1344 });
		expect(frameRound(square, 3)).toEqual({ width: 2304, height: 768 });
		expect(frameRound(square, 1)).toEqual(square);
	});

	it('is never smaller than the picture, whatever its multiples', () => {
		for (const [width, height] of [
			[900, 720],
			[513, 511],
			[1000, 64]
		])
			for (const ratio of [0.3, 1, 1.2, 3]) {
				const frame = frameRound({ width, height }, ratio);
				expect(frame.width).toBeGreaterThanOrEqual(width);
				expect(frame.height).toBeGreaterThanOrEqual(height);
				expect([frame.width % 64, frame.height % 64]).toEqual([0, 0]);
			}
	});
});

it('a frame so many times as large is brought to the multiples', () => {
	expect(frameTimes(square, 2)).toEqual({ width: 1536, height: 1536 });
	expect(frameTimes({ width: 900, height: 720 }, 1)).toEqual({ width: 896, height: 704 });
	expect(frameTimes({ width: 900, height: 720 }, 4, 8)).toEqual({ width: 3600, height: 2880 });
});
