import { describe, expect, it } from 'vitest';
import { contactPage } from './contact';

describe('a contact sheet', () => {
	it('is A4 at its dots per inch (ISO 216: 210 by 297 mm, 1 in = 25.4 mm)', () => {
		const page = contactPage(2, 5, 1, { dpi: 300 });
		expect([page.width, page.height]).toEqual([3508, 2480]);
		expect(contactPage(8, 2, 1, { dpi: 300 }).width).toBe(2480);
	});

	it('keeps every picture on the page, in its ratio, none over another', () => {
		for (const [rows, columns, ratio] of [
			[1, 1, 1],
			[3, 8, 1.75],
			[12, 2, 0.66],
			[40, 30, 1]
		]) {
			const page = contactPage(rows, columns, ratio, { captions: true });
			const boxes = page.cells.flat();
			expect(boxes).toHaveLength(rows * columns);
			for (const { x, y, width, height } of boxes) {
				expect(x + width).toBeLessThanOrEqual(page.width);
				expect(y + height).toBeLessThanOrEqual(page.height);
				expect(Math.abs(width / height / ratio - 1)).toBeLessThan(0.05);
			}
			// Every caption has its line below its picture, above the next one and on the page.
			expect(page.caption).toBeGreaterThan(0);
			for (const [r, [{ y, height }]] of page.cells.entries())
				expect(y + height + page.caption).toBeLessThanOrEqual(
					page.cells[r + 1]?.[0].y ?? page.height
				);
			for (let c = 1; c < columns; c++) {
				const [a, b] = [page.cells[0][c - 1], page.cells[0][c]];
				expect(b.x).toBeGreaterThanOrEqual(a.x + a.width);
			}
			for (const label of page.rowLabels)
				expect(label.x + label.width).toBeLessThanOrEqual(page.cells[0][0].x);
		}
	});
});
