import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import sharp from 'sharp';

const results = (page: Page) => page.getByRole('group', { name: 'Results' }).locator('button');
const line = (page: Page) => page.getByRole('complementary', { name: 'Line' });

/** Moves a slider so many steps to the right. */
async function turn(page: Page, name: RegExp, steps: number): Promise<void> {
	await page.getByRole('slider', { name }).focus();
	for (let i = 0; i < steps; i++) await page.keyboard.press('ArrowRight');
}

/** The mean of red, green and blue in the middle of what is shown. */
const middle = (page: Page) =>
	page.getByLabel('The picture with its changes').evaluate((canvas: HTMLCanvasElement) => {
		const { width, height } = canvas;
		const context = canvas.getContext('2d')!;
		const { data } = context.getImageData(width / 4, height / 4, width / 2, height / 2);
		const sum = [0, 0, 0];
		for (let i = 0; i < data.length; i += 4) for (let c = 0; c < 3; c++) sum[c] += data[i + c];
		return sum.map((one) => (4 * one) / data.length);
	});

test('tones are turned and kept, turned again, and the picture is cropped for two uses at once', async ({
	page
}) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.locator('[data-take]').first().click();
	await page.getByRole('link', { name: 'Rework' }).click();
	await page.getByRole('button', { name: 'Tones' }).click();

	// Nothing to keep before something is changed; what is changed is seen at once.
	const keep = page.getByRole('button', { name: 'Keep as a take' });
	await expect(keep).toBeDisabled();
	await expect(page.getByRole('img', { name: 'Histogram' }).locator('path')).toHaveCount(3);
	const [red, , blue] = await middle(page);
	await turn(page, /^Warmth/, 40);
	await expect.poll(async () => (await middle(page))[2]).toBeLessThan(blue - 4);
	expect((await middle(page))[0]).toBeGreaterThanOrEqual(red - 1);
	await keep.click();
	await expect(results(page)).toHaveCount(1);
	await expect(line(page)).toContainText('edited: warmth +40');

	// An edited picture is opened again from its list: nothing was burnt in.
	await page.locator('main').focus();
	await page.keyboard.press('ArrowRight');
	await page.keyboard.press('e');
	await expect(page.getByText('Warmth: 40')).toBeVisible();
	await page.getByRole('button', { name: 'as it was' }).click();
	await expect.poll(async () => Math.abs((await middle(page))[2] - blue)).toBeLessThan(1);
	await turn(page, /^Saturation/, 20);

	// A colour is read off an area, and kept with the brief.
	await page.getByRole('button', { name: 'Colours', exact: true }).click();
	const sheet = (await page.getByLabel('The picture with its changes').boundingBox())!;
	await page.mouse.move(sheet.x + 20, sheet.y + 20);
	await page.mouse.down();
	await page.mouse.move(sheet.x + 60, sheet.y + 50);
	await page.mouse.up();
	await expect(page.getByText(/^#[0-9a-f]{6}$/)).toBeVisible();
	await page.getByRole('button', { name: 'keep', exact: true }).click();
	await expect(
		page.getByRole('list', { name: 'Colours of the brief' }).getByRole('listitem')
	).toHaveCount(1);
	await page.getByRole('button', { name: 'Keep as a picture that lends them' }).click();
	await expect(page.getByText('choose it under Lend, Colours')).toBeVisible();

	// Two uses at once: what each loses, and whether it is enough, is said.
	await page.getByRole('button', { name: 'Crop' }).click();
	const crops = page.getByRole('group', { name: 'Crops' });
	await crops.getByRole('button', { name: /^video/ }).click();
	await crops.getByRole('button', { name: /^story/ }).click();
	await expect(crops).toContainText('44% is cut off; too small for 1920×1080');
	// A size of one's own, as people write it; what is none gets a sentence.
	const own = page.getByLabel('Crop for: another size');
	await own.fill('as wide as it goes');
	await page.keyboard.press('Enter');
	await expect(page.getByRole('alert')).toContainText('is no frame');
	await own.fill('3 m x 1 m at 10 dpi');
	await page.keyboard.press('Enter');
	// 3 m at 10 dots per inch are 1181 pixels.
	await expect(crops).toContainText('67% is cut off; too small for 1181×394');
	await crops.getByRole('button', { name: /^for 3 m/ }).click();
	const frame = page.getByRole('button', { name: /^Frame for story/ });
	await frame.focus();
	for (let i = 0; i < 60; i++) await page.keyboard.press('ArrowLeft');
	await page.getByRole('button', { name: 'Keep 2 takes' }).click();

	// They came from the one that was made, and cost nothing.
	await page.locator('main').focus();
	await page.keyboard.press('ArrowLeft');
	await page.keyboard.press('e');
	await expect(results(page)).toHaveCount(3);
	await expect(line(page)).toContainText('saturation +20; cropped to 56% of it');

	// The file is made again from the lossless picture, with its list of changes inside.
	const address = page.url();
	const story = await results(page).last().getAttribute('title');
	expect(story).toContain('cropped');
	await results(page).last().click();
	await page.keyboard.press('Escape');
	await page.waitForURL(/\/sheet/);
	const run = await page.evaluate(async () => {
		const db = await new Promise<IDBDatabase>((resolve) => {
			const open = indexedDB.open('dial-pick');
			open.onsuccess = () => resolve(open.result);
		});
		const all = await new Promise<{ planId: string; number: number }[]>((resolve) => {
			const ask = db.transaction('takes').objectStore('takes').getAll();
			ask.onsuccess = () => resolve(ask.result);
		});
		return all.sort((a, b) => b.number - a.number)[0].planId;
	});
	await page.goto(address.replace(/\/rework.*/, `/sheet?run=${run}`));
	await page.locator('[data-take] img').last().waitFor();
	await page.locator('[data-take]').last().click();
	await page.getByRole('button', { name: 'Export PNG' }).click();
	const download = page.waitForEvent('download');
	await page.getByRole('dialog').getByRole('button', { name: /^Run/ }).click();
	const file = readFileSync(await (await download).path());
	const { width, height } = await sharp(file).metadata();
	expect([width, height].sort()).toEqual([432, 768]);
	expect(file.includes('dialpick:edits')).toBe(true);
	expect(file.includes('DerivedFrom')).toBe(true);

	// Both go out as JPEG, with the pixels of their uses and their changes inside.
	await page.getByRole('button', { name: 'Take out …' }).click();
	await page.getByLabel('Written as').selectOption('JPEG');
	const packed = page.waitForEvent('download');
	await page.getByRole('button', { name: 'Pictures with their settings inside (ZIP)' }).click();
	const files = unzipSync(readFileSync(await (await packed).path()));
	const sizes = await Promise.all(
		Object.entries(files).map(async ([name, bytes]) => {
			expect(name).toMatch(/\.jpg$/);
			expect(Buffer.from(bytes).includes('dialpick:edits')).toBe(true);
			const { format, width, height } = await sharp(bytes).metadata();
			return `${format} ${width}x${height}`;
		})
	);
	expect(sizes.sort()).toEqual(['jpeg 432x768', 'jpeg 768x432']);
});
