import { withBrowser } from './scripts/browser.mjs';
await withBrowser(async (page, address) => {
  await page.goto(address + '/demo');
  await page.waitForURL(/\/sheet/);
  await page.locator('[data-take] img').first().waitFor();
  const brief = page.url().replace(/\/sheet.*/, '');
  await page.goto(brief + '/sheet');
  await page.locator('[data-take] img').first().waitFor(); await page.waitForTimeout(1500);
  await page.screenshot({ path: '/tmp/wall.png' });
  await page.goto(brief + '/sheet?order=marks&size=-1');
  await page.locator('[data-take] img').first().waitFor(); await page.waitForTimeout(1500);
  await page.screenshot({ path: '/tmp/wall2.png' });
});
