import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inSight, layTracks, placeAnew, trackAt } from './tracks';

const GAP = 6;
const sizes = fc.array(fc.double({ min: 1, max: 300, noNaN: true }), { maxLength: 60 });
const even = (count: number, size: number) => layTracks(Array<number>(count).fill(size - GAP), GAP);

describe('what is in sight', () => {
	it('is found as by looking at every track', () => {
		fc.assert(
			fc.property(
				sizes,
				fc.double({ min: 0, max: 5000, noNaN: true }),
				fc.double({ min: 1, max: 1500, noNaN: true }),
				(of, start, length) => {
					const tracks = layTracks(of, GAP);
					const { from, to } = inSight(tracks, start, length, 0);
					expect(from).toBeLessThanOrEqual(to);
					for (let i = 0; i < of.length; i++) {
						const end = tracks.starts[i] + of[i];
						const seen = end > start && tracks.starts[i] < start + length;
						if (seen) expect(i >= from && i < to).toBe(true);
						// What is listed without being seen has its gap in sight.
						else if (i >= from && i < to) expect(end + GAP).toBeGreaterThan(start);
					}
				}
			)
		);
	});

	it('has some to spare, but none that is not there', () => {
		expect(inSight(even(10, 100), 250, 300, 1)).toEqual({ from: 1, to: 7 });
		expect(inSight(even(10, 100), 0, 300, 2)).toEqual({ from: 0, to: 5 });
		expect(inSight(even(10, 100), 900, 300, 2)).toEqual({ from: 7, to: 10 });
		expect(inSight(even(0, 100), 0, 300, 2)).toEqual({ from: 0, to: 0 });
	});
});

describe('a place among tracks', () => {
	it('lies in the last track that begins before it', () => {
		const tracks = layTracks([10, 30, 20], GAP);
		expect([-5, 0, 12, 16, 51, 52, 900].map((at) => trackAt(tracks, at))).toEqual([
			0, 0, 0, 1, 1, 2, 2
		]);
		expect(trackAt(layTracks([], GAP), 40)).toBe(0);
	});

	it('stays at the same share of the same track when tracks are sized, and comes back', () => {
		const pairs = fc.integer({ min: 1, max: 30 }).chain((count) => {
			const some = fc.array(fc.double({ min: 5, max: 300, noNaN: true }), {
				minLength: count,
				maxLength: count
			});
			return fc.tuple(some, some, fc.double({ min: 0, max: 1, noNaN: true }));
		});
		fc.assert(
			fc.property(pairs, ([a, b, share]) => {
				const [before, now] = [layTracks(a, GAP), layTracks(b, GAP)];
				const place = share * (before.whole - 1e-6);
				const anew = placeAnew(before, now, place);
				expect(trackAt(now, anew + 1e-9)).toBe(trackAt(before, place));
				expect(placeAnew(now, before, anew)).toBeCloseTo(place, 6);
			})
		);
		const [small, large] = [even(4, 50), even(4, 100)];
		expect(placeAnew(small, large, -8)).toBe(-8);
		expect(placeAnew(small, large, small.whole + 9)).toBe(large.whole + 9);
	});
});
