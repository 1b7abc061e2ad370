import { describe, expect, it } from 'vitest';
import { clock, credits, daySays, fileName, many, whenSays, datedName } from './say';

describe('what is said on screen', () => {
	it('credits have one place', () => {
		expect([0, 9.25, 124.84].map(credits)).toEqual(['0.0', '9.3', '124.8']);
	});

	it('time is minutes and seconds, and never nothing for something', () => {
		expect([0, 0.2, 59.6, 170, 3600].map(clock)).toEqual(['0:00', '0:01', '1:00', '2:50', '60:00']);
	});

	it('days are near ones by name, others by date, and an hour alone is one of today', () => {
		// The first of March comes after the last of February, and summer time begins on the 29th.
		const now = new Date(2026, 2, 1, 9, 5).getTime();
		const at = (...parts: [number, number, number, number?, number?]) =>
			new Date(...parts).getTime();
		expect(daySays(at(2026, 2, 1), now)).toBe('Today');
		expect(daySays(at(2026, 1, 28, 23, 59), now)).toBe('Yesterday');
		expect(daySays(at(2026, 1, 27, 23), now)).toBe('27 February');
		expect(daySays(at(2025, 11, 31), now)).toBe('31 December 2025');
		expect(daySays(at(2026, 2, 28, 12), at(2026, 2, 29, 12))).toBe('Yesterday');
		expect(whenSays(at(2026, 2, 1, 0, 7), now)).toBe('00:07');
		expect(whenSays(at(2026, 1, 28, 14, 20), now)).toBe('Yesterday, 14:20');
		expect(whenSays(at(2026, 0, 5, 14, 20), now)).toBe('5 January, 14:20');
	});

	it('one is one', () => {
		expect([many(1, 'take'), many(0, 'take'), many(3, 'pick')]).toEqual([
			'1 take',
			'0 takes',
			'3 picks'
		]);
	});

	it('file names are what every file system takes', () => {
		expect(fileName('March cover: guidance 6/7 *')).toBe('march-cover-guidance-6-7');
		expect(fileName('Ünïcödé 🦀')).toMatch(/^[\p{L}\p{N}\p{M}-]+$/u);
		expect(fileName('../..')).toBe('untitled');
		expect(fileName('x'.repeat(300)).length).toBeLessThanOrEqual(60);
	});

	it('exports of one brief have names of their own, a second apart', () => {
		const at = (second: number) =>
			datedName('March cover', 'pictures', new Date(2026, 2, 7, 9, 5, second));
		expect(at(3)).toBe('march-cover-pictures-2026-03-07-090503');
		expect(at(4)).not.toBe(at(3));
	});
});
