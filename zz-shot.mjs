import { chromium } from '@playwright/test';
import { existsSync } from 'node:fs';
const exe = ['/usr/bin/chromium'].find(existsSync);
const b = await chromium.launch({ executablePath: exe, args: ['--no-sandbox'] });
const [,, out, w='1280', h='800', scheme='light', ...steps] = process.argv;
const page = await (await b.newContext({ viewport: { width: +w, height: +h }, colorScheme: scheme })).newPage();
page.on('console', m => ['error','warning'].includes(m.type()) && console.log('CONSOLE', m.text().slice(0,300)));
page.on('pageerror', e => console.log('PAGEERROR', e.message.slice(0,500)));
await page.goto('http://127.0.0.1:4322/demo');
await page.waitForURL(/brief\//, { timeout: 60000 }).catch(()=>{});
console.log(page.url());
let n=0;
for (const s of steps) {
  if (s.startsWith('go:')) { await page.goto(page.url().replace(/(brief\/[^/?]+).*/, '$1/' + s.slice(3))); await page.waitForTimeout(2500); }
  else if (s.startsWith('key:')) { await page.keyboard.press(s.slice(4)); await page.waitForTimeout(350); }
  else if (s.startsWith('keys:')) { for (const k of s.slice(5).split('')) { await page.keyboard.press(k); await page.waitForTimeout(400);} }
  else if (s.startsWith('click:')) { await page.getByText(s.slice(6), {exact:true}).first().click(); await page.waitForTimeout(1200); }
  else if (s.startsWith('wait:')) await page.waitForTimeout(+s.slice(5));
  else if (s.startsWith('scroll:')) { await page.evaluate(y => document.getElementById('main').scrollTo(0,y), +s.slice(7)); await page.waitForTimeout(500); }
  else if (s === 'shot') await page.screenshot({ path: `${out}-${++n}.png` });
  else if (s.startsWith('text')) console.log((await page.locator('main').innerText()).slice(0, 6000));
}
await b.close();
