import { describe, expect, it } from 'vitest';
import { progressOf } from './progress';

const none = { waiting: 0, running: 0, done: 0, failed: 0, cancelled: 0 };

describe('progressOf', () => {
	it('tells pace and time left from the latest takes', () => {
		const counts = { ...none, waiting: 29, running: 1, done: 9, failed: 1 };
		const made = Array.from({ length: 9 }, (_, i) => 1000 + i * 2000);
		expect(progressOf(counts, made)).toEqual({
			ended: 10,
			all: 40,
			share: 0.25,
			percent: 25,
			takesAMinute: 30,
			secondsLeft: 60
		});
	});

	it('does not guess before three takes are there', () => {
		const counts = { ...none, waiting: 3, done: 1 };
		expect(progressOf(counts, [5, 9])).toMatchObject({ takesAMinute: null, secondsLeft: null });
		expect(progressOf({ ...none, done: 4 }, [])).toMatchObject({ share: 1, secondsLeft: 0 });
		expect(progressOf(none, []).share).toBe(1);
	});

	it('is not at 100 per cent while one of many is to go', () => {
		expect(progressOf({ ...none, done: 198, failed: 1, running: 1 }, []).percent).toBe(99);
		expect(progressOf({ ...none, done: 199, failed: 1 }, []).percent).toBe(100);
		expect(progressOf({ ...none, done: 29, waiting: 71 }, []).percent).toBe(29);
		expect(progressOf(none, []).percent).toBe(100);
	});

	it('forgets how slow it was at first', () => {
		const slow = [0, 100_000];
		const quick = Array.from({ length: 12 }, (_, i) => 200_000 + i * 1000);
		expect(progressOf({ ...none, done: 14, waiting: 1 }, [...slow, ...quick]).takesAMinute).toBe(
			60
		);
	});
});
