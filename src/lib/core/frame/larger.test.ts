import { describe, expect, it } from 'vitest';
import { drawnOut, frameAtLeast, frameRound, frameTimes } from './index';

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

describe('a side that is drawn out', () => {
	const middle = { x: 0.5, y: 0.5 };
	const round = { frame: { width: 1024, height: 768 }, at: middle };

	it('moves alone: where the picture lies from the other side stays', () => {
		// 128 pixels are free on both sides; 256 more on the right make 128 of 512 at the left.
		expect(drawnOut(square, round, 'right', 256)).toEqual({
			frame: { width: 1280, height: 768 },
			at: { x: 0.25, y: 0.5 }
		});
		expect(drawnOut(square, round, 'left', 256).at.x).toBe(0.75);
		expect(drawnOut(square, round, 'bottom', 130)).toEqual({
			frame: { width: 1024, height: 896 },
			at: { x: 0.5, y: 0 }
		});
		expect(drawnOut(square, round, 'top', 130).at.y).toBe(1);
	});

	it('comes in as far as the picture lets it', () => {
		expect(drawnOut(square, round, 'left', -4000).frame).toEqual(square);
		expect(drawnOut({ width: 700, height: 500 }, round, 'right', -4000).frame.width).toBe(704);
	});
});

it('a frame that is so many times as large at least has no side too short', () => {
	// A5 at 300 dpi is 1748 x 2480 by ISO 216; 2.276 times 768 is 1748.
	expect(frameAtLeast({ width: 1344, height: 768 }, 1748 / 768)).toEqual({
		width: 3072,
		height: 1792
	});
});

it('a frame so many times as large is brought to the multiples', () => {
	expect(frameTimes(square, 2)).toEqual({ width: 1536, height: 1536 });
	expect(frameTimes({ width: 900, height: 720 }, 1)).toEqual({ width: 896, height: 704 });
	expect(frameTimes({ width: 900, height: 720 }, 4, 8)).toEqual({ width: 3600, height: 2880 });
});
