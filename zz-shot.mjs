import { withBrowser } from './scripts/browser.mjs';
await withBrowser(async (page, address) => {
  await page.goto(address + '/demo');
  await page.waitForURL(/\/sheet/);
  await page.locator('[data-take] img').first().waitFor(); await page.waitForTimeout(1500);
  await page.screenshot({ path: '/tmp/s1.png' });
  const brief = page.url().replace(/\/sheet.*/, '');
  await page.goto(brief + '/sheet');
  await page.locator('[data-take] img').first().waitFor(); await page.waitForTimeout(1500);
  const box = await page.locator('[data-take]').nth(2).boundingBox();
  await page.mouse.move(box.x+20, box.y+20); await page.mouse.down(); await page.mouse.move(box.x + 300, box.y+180, {steps:6}); await page.mouse.up();
  await page.locator('.page').first().hover(); await page.mouse.down(); await page.mouse.move(600, 300, {steps:6});
  await page.waitForTimeout(300);
  await page.screenshot({ path: '/tmp/s2.png' });
  await page.locator('.down').hover(); await page.mouse.up(); await page.waitForTimeout(800);
  await page.setViewportSize({width: 1000, height: 760}); await page.waitForTimeout(800);
  await page.screenshot({ path: '/tmp/s3.png' });
});
