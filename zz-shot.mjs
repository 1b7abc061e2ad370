import { withBrowser } from './scripts/browser.mjs';
await withBrowser(async (page, address) => {
	await page.goto(address + '/demo');
	await page.waitForURL(/\/sheet/);
	await page.locator('[data-take]').nth(0).click();
	await page.getByRole('link', { name: 'Rework' }).click();
	await page.waitForURL(/rework/);
	const url = page.url();
	const go = async (way) => { await page.goto(url + '&way=' + way); await page.waitForTimeout(1800); };
	for (const [w, way] of [[1000, 'repaint'], [820, 'extend'], [820, 'crop'], [820, 'tones']]) {
		await page.setViewportSize({ width: w, height: 800 });
		await go(way);
		if (way === 'repaint') { const b = await page.getByLabel('Area: draw on the picture').boundingBox(); await page.mouse.move(b.x + 100, b.y + 200); await page.mouse.down(); await page.mouse.move(b.x + 200, b.y + 300, { steps: 5 }); await page.mouse.up(); await page.waitForTimeout(800); }
		if (way === 'extend') await page.locator('aside[aria-label="Ways of rework"]').evaluate((a) => a.querySelector('.way').scrollTo(0, 400));
		if (way === 'crop') await page.getByRole('button', { name: /^cover/ }).click();
		await page.waitForTimeout(500);
		await page.screenshot({ path: `/tmp/w-${w}-${way}.png` });
	}
	await page.setViewportSize({ width: 1280, height: 800 });
	await page.emulateMedia({ colorScheme: 'dark' });
	await go('tones');
	await page.screenshot({ path: '/tmp/w-dark.png' });
	await go('extend');
	await page.screenshot({ path: '/tmp/w-dark2.png' });
});
