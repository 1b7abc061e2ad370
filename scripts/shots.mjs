// Makes docs/screenshots/ from the demo: one current picture of each main view, at 1280x800.
import { mkdirSync } from 'node:fs';
import { resolve } from 'node:path';
import { withBrowser } from './browser.mjs';
import { build, install, root } from './steps.mjs';

const folder = resolve(root, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
await install();
await build();
await withBrowser(async (page, address) => {
	/** @param {string} name */
	const shot = async (name) => {
		await page.waitForTimeout(900);
		await page.screenshot({ path: resolve(folder, `${name}.png`) });
		console.log(`docs/screenshots/${name}.png`);
	};
	await page.goto(`${address}/demo`);
	await page.waitForURL(/\/sheet/);
	const brief = page.url().replace(/\/sheet.*/, '');
	await page.locator('[data-take] img').first().waitFor();
	const sheet = page.url();
	await page.locator('[data-take]').nth(4).click();
	await shot('sheet');

	// Everything, laid out by nothing.
	await page.goto(`${brief}/sheet`);
	await page.locator('[data-take] img').first().waitFor();
	await shot('wall');

	await page.goto(`${sheet}&columns=seed`);
	await page.locator('[data-take] img').first().waitFor();
	const cells = page.locator('[data-take]');
	await cells.nth(0).click();
	await page.keyboard.press('c');
	await cells.nth(1).click();
	await page.keyboard.press('c');
	await page.locator('figure img').nth(1).waitFor();
	await shot('two-takes');
	await page.getByRole('button', { name: 'Back to the sheet' }).click();
	await page.keyboard.press('Escape');
	for (const i of [0, 1, 2, 3]) {
		await cells.nth(i).click();
		await page.keyboard.press(' ');
	}
	await page.keyboard.press('Enter');
	await page.locator('figure img').nth(3).waitFor();
	await shot('table-of-four');
	await page.keyboard.press('Escape');
	await page.keyboard.press('Escape');

	await page.goto(`${address}/library?find=lighthouse&mark=wanted`);
	await page.locator('[data-take] img').first().waitFor();
	await page.locator('[data-take]').nth(3).click();
	await page.keyboard.press('*');
	await shot('library');
	await page.keyboard.press('u');

	await page.goto(`${brief}/sheet?rows=steps&columns=model&then=seed&guidance=6&panel=measures`);
	await page.getByText(/^all \d+ takes measured/).waitFor({ timeout: 180_000 });
	await page.getByLabel('Of which model').selectOption({ label: 'Turnstone 2' });
	await page.getByLabel('Along which dial').selectOption('steps');
	await page.getByText(/Past steps \d+/).waitFor({ timeout: 120_000 });
	await page.getByLabel('under the cells').selectOption('sharpness');
	await page.waitForURL(/measure=sharpness/);
	await page.goto(`${page.url()}&heat=1`);
	await page.getByText(/Past steps \d+/).waitFor({ timeout: 120_000 });
	await shot('measures');

	await page.goto(`${brief}/pairs`);
	await page.locator('main img').nth(1).waitFor();
	await shot('pairs');

	await page.goto(`${brief}/narrow`);
	await page.locator('figure img').nth(1).waitFor();
	await shot('narrow-down');

	await page.goto(`${brief}/findings`);
	await page.locator('.apexcharts-series').first().waitFor();
	await shot('findings');
	await page.goto(`${brief}/pick`);
	await page.getByText('Chance of being').first().waitFor();
	await shot('pick');
	await page.goto(sheet);
	await page.locator('[data-take]').nth(0).click();
	await page.getByRole('link', { name: 'Rework' }).click();
	await page.getByRole('button', { name: 'Repaint' }).click();
	await page.waitForTimeout(1000);
	const canvas = await page.getByLabel('Area: draw on the picture').boundingBox();
	if (!canvas) throw new Error('There is nothing to draw on.');
	/** @param {number} x @param {number} y @returns {[number, number]} */
	const drawn = (x, y) => [canvas.x + x * canvas.width, canvas.y + y * canvas.height];
	await page.getByRole('tab', { name: 'lasso' }).click();
	await page.mouse.move(...drawn(0.32, 0.2));
	await page.mouse.down();
	for (const [x, y] of [
		[0.46, 0.2],
		[0.5, 0.5],
		[0.48, 0.77],
		[0.27, 0.77],
		[0.24, 0.5],
		[0.3, 0.22]
	])
		await page.mouse.move(...drawn(x, y), { steps: 6 });
	await page.mouse.up();
	await page.getByLabel('Words, one wording a line: each is a stop').fill('a windmill\na heron');
	await page.getByRole('button', { name: 'Run 2' }).click();
	// Results on their way show a small preview: the made ones can be pressed.
	const results = page.getByRole('group', { name: 'Results' }).locator('button:enabled img');
	await results.nth(1).waitFor({ timeout: 120_000 });
	await page.waitForTimeout(800);
	await shot('rework');
	await page.goto(`${brief}/words`);
	await page
		.getByLabel('Prompt', { exact: true })
		.fill('a heron in a salt marsh at dawn, wide view');
	await page.waitForTimeout(500);
	await page.getByLabel(/: alternatives to .at dawn/).click();
	for (const text of ['at dusk', 'in fog']) {
		await page.getByLabel(/^Another phrase instead/).fill(text);
		await page.keyboard.press('Enter');
	}
	await page.getByLabel('Leave out besides').fill('watermark, birds');
	await page.keyboard.press('Enter');
	await page.getByRole('tab', { name: 'Fuller' }).click();
	await page.getByRole('button', { name: 'Write versions' }).click();
	await page
		.getByRole('button', { name: /^put on the dial/ })
		.first()
		.click();
	await shot('words');
	await page.getByRole('tab', { name: 'Styles' }).click();
	await page.getByRole('button', { name: /Almanac plate/ }).click();
	await shot('styles');
	await page.getByRole('tab', { name: 'Picture' }).click();
	await page.getByRole('group', { name: 'Takes' }).getByRole('button').first().click();
	await page.getByLabel('What the picture shows').waitFor();
	await shot('words-from-a-picture');
	await page.goto(
		`${brief}/models`.replace(/\/brief\/.*/, `/models?brief=${brief.split('/').at(-1)}`)
	);
	await page.getByRole('article').nth(6).waitFor();
	await shot('models');
	await page.goto(`${brief}/dials`);
	// Three models, each with its own low and high guidance.
	await page.getByRole('button', { name: /^.? ?Sanderling/ }).click();
	await page.getByRole('button', { name: 'own for each model' }).first().click();
	await shot('dials');
	await page.getByRole('button', { name: 'same for all' }).click();
	await page.getByLabel('Guidance stops as a list').fill('4, 7');
	await page.keyboard.press('Enter');
	await page.getByRole('button', { name: /^banner/ }).click();
	await shot('frame-board');
	await page.getByRole('button', { name: /^square/ }).click();
	await page.getByRole('button', { name: /^Run/ }).click();
	await page.waitForURL(/run=/);
	await page.getByRole('button', { name: /making/ }).click();
	await page.waitForTimeout(12_000);
	await shot('queue');
	await page.getByRole('button', { name: 'stop', exact: true }).first().click();
	await page.goto(address);
	await shot('briefs');
});
