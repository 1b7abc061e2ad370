import { describe, expect, it } from 'vitest';
import { Bell } from './bell';

describe('a bell', () => {
	it('wakes all that wait, and nobody who comes afterwards', async () => {
		const bell = new Bell();
		const waits = [bell.wait(60_000), bell.wait(60_000)];
		expect(bell.waiting).toBe(2);
		bell.ring();
		await Promise.all(waits);
		expect(bell.waiting).toBe(0);
		let woken = false;
		const later = bell.wait(60_000).then(() => (woken = true));
		await new Promise((done) => setTimeout(done, 10));
		expect(woken).toBe(false);
		bell.ring();
		await later;
	});

	// A worker that has nothing to do for a week looks again every second.
	it('remembers nobody who has gone on unasked', async () => {
		const bell = new Bell();
		for (let i = 0; i < 20; i++) await bell.wait(1);
		expect(bell.waiting).toBe(0);
	});
});
