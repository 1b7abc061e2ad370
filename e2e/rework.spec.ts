import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';

const results = (page: Page) => page.getByRole('group', { name: 'Results' }).locator('button');
const made = async (page: Page, count: number) => {
	await expect(results(page)).toHaveCount(count);
	await expect(results(page).locator('img')).toHaveCount(count, { timeout: 120_000 });
};
const line = (page: Page) => page.getByRole('complementary', { name: 'Line' });

test('a take is varied, the best is kept and started from, and the line shows all of it', async ({
	page
}) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	const brief = page.url().replace(/\/sheet.*/, '');
	await page.locator('[data-take]').nth(4).click();
	await page.getByRole('link', { name: 'Rework' }).click();
	await expect(line(page)).toContainText('it came from words alone');

	// Three amounts on two seeds, at a price that is said.
	const foot = page.locator('footer.narrow');
	await expect(foot).toContainText('credits');
	await foot.getByRole('button', { name: 'Run 6' }).click();
	await made(page, 6);
	await expect(line(page)).toContainText('varied: variation 0.15, 0.3 and 0.5; 2 target seeds');

	// The second result is kept; while P is down its parent is seen.
	await page.locator('main').focus();
	await page.keyboard.press('ArrowRight');
	await page.keyboard.press('ArrowRight');
	await page.keyboard.press('k');
	await expect(line(page)).toContainText('6 takes, 1 kept');
	await page.keyboard.down('p');
	await expect(page.getByText(/take \d+, the parent/)).toBeVisible();
	await page.keyboard.up('p');
	await expect(page.getByText(/take \d+ · keep/)).toBeVisible();

	// The kept one is started from with other words, at three strengths.
	await page.keyboard.press('e');
	await expect(line(page)).toContainText(/varied: variation 0\.15, target seed/);
	await page.getByRole('button', { name: 'Start from it' }).click();
	await page
		.getByLabel('Words, one wording a line: each is a stop')
		.fill('a windmill at dusk above a salt marsh');
	await expect(page.getByLabel('Strength stops as a list')).toHaveValue('0.3, 0.5, 0.7');
	await foot.getByRole('button', { name: 'Run 3' }).click();
	await made(page, 3);
	await expect(line(page)).toContainText(/started from: .*strength 0\.3, 0\.5 and 0\.7/);
	await expect(line(page)).toContainText(/wording/);

	// Any two are wiped; Escape leads back to the sheet.
	await page.locator('main').focus();
	await page.keyboard.press('ArrowRight');
	await page.keyboard.press('w');
	await page.waitForURL(/open=.*mode=wipe/);
	await page.goBack();
	await page.waitForURL(/rework/);
	const reworked = new URL(page.url()).searchParams.get('take')!;
	await page.keyboard.press('Escape');
	await page.waitForURL(/\/sheet/);

	// The brief goes out and comes in beside itself: its line comes along, under ids of its own.
	await page.goto('/');
	await page.getByRole('button', { name: 'More for March cover' }).click();
	const download = page.waitForEvent('download');
	await page.getByRole('menuitem', { name: 'Export archive' }).click();
	const file = await (await download).path();
	const chooser = page.waitForEvent('filechooser');
	await page.getByRole('button', { name: 'Open archive' }).click();
	await (
		await chooser
	).setFiles({
		name: 'copy.brief.zip',
		mimeType: 'application/zip',
		buffer: readFileSync(file)
	});
	await page.waitForURL((url) => /\/brief\//.test(url.pathname) && !url.pathname.includes(brief));
	const kept = await page.evaluate(async (was) => {
		const db = await new Promise<IDBDatabase>((resolve) => {
			const open = indexedDB.open('dial-pick');
			open.onsuccess = () => resolve(open.result);
		});
		const all = await new Promise<{ id: string; briefId: string; line?: { take: string }[] }[]>(
			(resolve) => {
				const ask = db.transaction('takes').objectStore('takes').getAll();
				ask.onsuccess = () => resolve(ask.result);
			}
		);
		const here = all.filter(({ briefId }) => location.pathname.includes(briefId));
		const ids = new Set(here.map(({ id }) => id));
		const lines = here.flatMap((one) => one.line ?? []);
		return {
			lines: lines.length,
			known: lines.every(({ take }) => ids.has(take)),
			fresh: !ids.has(was)
		};
	}, reworked);
	expect(kept).toEqual({ lines: 9, known: true, fresh: true });
});

test('a take that is not there, or was deleted, is said to be so', async ({ page }) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.goto(page.url().replace(/\/sheet.*/, '/rework?take=nowhere&from=//elsewhere'));
	await expect(page.getByText('There is no take to rework here')).toBeVisible();
	await expect(page.getByRole('link', { name: 'Back' })).toHaveAttribute(
		'href',
		/^\/brief\/[^/]+\/sheet$/
	);
});
