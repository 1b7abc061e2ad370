import { describe, expect, it } from 'vitest';
import { neededFor, neededSize } from './index';

describe('the size that a picture is sent at', () => {
	const photo = { width: 4000, height: 3000 };

	it('covers the frame, and is no larger', () => {
		// By plain arithmetic: 4000 x 3000 covers 768 x 768 at 1024 x 768, and 1344 x 768 at 1344 x 1008.
		const square = neededSize(photo, { cover: { width: 768, height: 768 } });
		expect(square).toEqual({ width: 1024, height: 768 });
		const wide = neededSize(photo, { cover: { width: 1344, height: 768 } });
		expect(wide).toEqual({ width: 1344, height: 1008 });
		expect(neededSize(photo, { longest: 1024 })).toEqual({ width: 1024, height: 768 });
		expect(neededSize(photo, { fill: { width: 512, height: 512 } })).toEqual({
			width: 512,
			height: 512
		});
	});

	it('is its own where it has hardly more pixels than needed, or fewer', () => {
		for (const side of [256, 768, 1000])
			expect(
				neededSize({ width: side, height: side }, { cover: { width: 768, height: 768 } })
			).toBeNull();
	});

	it('is its own for a picture that a frame is extended round', () => {
		const settings = { width: 1344, height: 768, start: { image: 'a', strength: 0.5 } };
		const reference = { image: 'b', use: 'look' as const, weight: 1 };
		expect([...neededFor({ ...settings, references: [reference] }).keys()].sort()).toEqual([
			'a',
			'b'
		]);
		const extended = { ...settings, start: { ...settings.start, fit: 'extend' as const } };
		expect([...neededFor({ ...extended, mask: { image: 'm' } }).keys()]).toEqual([]);
	});

	it('is brought down only beyond twice the pixels that are needed', () => {
		const fill = { width: 100, height: 200 };
		expect(neededSize({ width: 200, height: 200 }, { fill })).toBeNull();
		expect(neededSize({ width: 201, height: 200 }, { fill })).toEqual(fill);
		expect(neededSize({ width: 200, height: 400 }, { longest: 283 })).toBeNull();
		expect(neededSize({ width: 200, height: 400 }, { longest: 282 })).toEqual({
			width: 141,
			height: 282
		});
	});

	it('is that of the frame: an area fills it, what takes begin from and refer to cover it', () => {
		const frame = { width: 1344, height: 768 };
		const reference = { image: 'b', use: 'look' as const, weight: 1 };
		const needed = neededFor({
			...frame,
			start: { image: 'a', strength: 0.5 },
			mask: { image: 'm' },
			references: [reference]
		});
		expect(Object.fromEntries(needed)).toEqual({
			a: { cover: frame },
			m: { fill: frame },
			b: { cover: frame }
		});
		expect([...neededFor(frame)]).toEqual([]);
		const extended = { image: 'a', strength: 0.5, fit: 'extend' as const };
		expect([...neededFor({ ...frame, start: extended })]).toEqual([]);
	});
});
