import { describe, expect, it } from 'vitest';
import { backupReminder } from './index';

const DAY = 86_400_000;
const now = 400 * DAY;
const risk = { lasting: false, takes: 500, backedUp: null, now };

describe('the reminder of the backup', () => {
	it('is given where there is none, or an old one, and the browser promises nothing', () => {
		expect(backupReminder(risk)?.says).toMatch(/there is no backup/);
		expect(backupReminder({ ...risk, backedUp: now - 9.5 * DAY })?.short).toBe('backup 9 days old');
		expect(backupReminder({ ...risk, backedUp: now - 2 * DAY })).toBeNull();
	});

	it('is not given where the browser keeps it, or where there is hardly anything', () => {
		expect(backupReminder({ ...risk, lasting: true })).toBeNull();
		expect(backupReminder({ ...risk, takes: 3 })).toBeNull();
	});
});
