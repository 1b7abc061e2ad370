import { describe, expect, it } from 'vitest';
import { clock, credits, fileName, many } from './say';

describe('what is said on screen', () => {
	it('credits have one place', () => {
		expect([0, 9.25, 124.84].map(credits)).toEqual(['0.0', '9.3', '124.8']);
	});

	it('time is minutes and seconds, and never nothing for something', () => {
		expect([0, 0.2, 59.6, 170, 3600].map(clock)).toEqual(['0:00', '0:01', '1:00', '2:50', '60:00']);
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
});
