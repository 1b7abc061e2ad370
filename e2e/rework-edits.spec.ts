import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { draw, drawBy, line, bringInto, results, tableOf } from './helpers';

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
	const takes = await tableOf<{ planId: string; number: number }>(page, 'takes');
	const run = takes.sort((a, b) => b.number - a.number)[0].planId;
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
	await page.getByLabel('Written as').selectOption({ label: 'JPEG' });
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

	// For a destination they are cut in the middle; what is smaller than wanted is said before.
	const uses = page.getByRole('group', { name: 'Cut for' });
	await uses.getByRole('button', { name: /^square/ }).click();
	await uses.getByRole('button', { name: /^print/ }).click();
	await expect(page.getByText('4 smaller than wanted')).toBeVisible();
	const cut = page.waitForEvent('download');
	await page.getByRole('button', { name: 'Pictures with their settings inside (ZIP)' }).click();
	const zip = await cut;
	expect(zip.suggestedFilename()).toMatch(/-pictures-\d{4}-\d\d-\d\d-\d{6}\.zip$/);
	const cuts = Object.entries(unzipSync(readFileSync(await zip.path())));
	const squares = cuts.filter(([name]) => /-square-432x432(-2)?\.jpg$/.test(name));
	expect([squares.length, cuts.length]).toEqual([2, 4]);
	for (const [name, bytes] of cuts) {
		const { width, height, density, icc } = await sharp(bytes).metadata();
		expect(name).toContain(`-${width}x${height}`);
		expect(icc).toBeDefined();
		// A4 is 210 mm across (ISO 216): it prints as large with the pixels that there are.
		if (name.includes('-print-')) expect(density! / width).toBeCloseTo(25.4 / 210, 2);
	}
});

test('pictures made elsewhere are edited each by itself, and stay pictures made elsewhere', async ({
	page
}) => {
	// Two of one size in bytes: they are told apart all the same.
	const plain = async (width: number, height: number, r: number, b: number) => {
		const image = sharp({ create: { width, height, channels: 3, background: { r, g: 60, b } } });
		// What follows the end of a PNG is no part of it.
		const buffer = Buffer.concat([await image.png().toBuffer(), Buffer.alloc(4096)]).subarray(
			0,
			4096
		);
		return { mimeType: 'image/png', buffer };
	};
	const [one, two] = [await plain(64, 48, 200, 40), await plain(48, 64, 40, 200)];
	expect(one.buffer.length).toBe(two.buffer.length);
	await bringInto(page, 'Elsewhere');
	await page.getByLabel('Files to bring in').setInputFiles([
		{ name: 'one.png', ...one },
		{ name: 'two.png', ...two }
	]);
	await expect(page.getByRole('status').filter({ hasText: '2 pictures brought in' })).toBeVisible();
	await page.getByRole('button', { name: 'Close' }).locator('visible=true').click();
	await expect(page.locator('[data-take]')).toHaveCount(2);
	const reds: number[] = [];
	for (const which of [1, 2]) {
		await page
			.locator(`[data-take]`)
			.nth(which - 1)
			.click();
		await page.getByRole('link', { name: 'Rework' }).click();
		await page.getByRole('button', { name: 'Tones' }).click();
		await expect(page.getByRole('img', { name: 'Histogram' }).locator('path')).toHaveCount(3);
		await expect.poll(async () => (await middle(page)).some((value) => value > 150)).toBe(true);
		reds.push((await middle(page))[0]);
		if (which === 1) {
			await page.locator('main').focus();
			await page.keyboard.press('Escape');
			await page.waitForURL(/\/sheet/);
		}
	}
	expect(Math.abs(reds[0] - reds[1])).toBeGreaterThan(100);

	// What is changed of such a picture was made elsewhere, too: there is no noise of it here.
	await turn(page, /^Contrast/, 10);
	await page.getByRole('button', { name: 'Keep as a take' }).click();
	await expect(results(page)).toHaveCount(1);
	await page.locator('main').focus();
	await page.keyboard.press('ArrowRight');
	await page.keyboard.press('e');
	await expect(line(page)).toContainText('edited: contrast +10');
	await page.getByRole('button', { name: 'Vary' }).click();
	await expect(page.getByText('made elsewhere: there is no noise of it')).toBeVisible();
});

test('what is drawn on has its place before it can be drawn on, and no line is lost', async ({
	page
}) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.locator('[data-take]').first().click();
	await page.getByRole('link', { name: 'Rework' }).click();
	await page.getByRole('button', { name: 'Tones' }).waitFor();
	// How wide it is in the very moment in which it stands in the page.
	const width = page.evaluate(
		() =>
			new Promise<number>((resolve) =>
				new MutationObserver((_, watcher) => {
					const canvas = document.querySelector('[aria-label="Area: draw on the picture"]');
					if (!canvas) return;
					watcher.disconnect();
					resolve(canvas.getBoundingClientRect().width);
				}).observe(document.body, { childList: true, subtree: true })
			)
	);
	await page.getByRole('button', { name: 'Cut out' }).click();
	expect(await width).toBeGreaterThan(300);

	// Two lines that are drawn while the box is looked at come after it.
	const tools = page.getByRole('group', { name: 'Cut out' });
	await draw(page, [0.2, 0.1], [0.5, 0.9]);
	await tools.getByRole('tab', { name: 'keep' }).click();
	await draw(page, [0.36, 0.3], [0.36, 0.6]);
	await tools.getByRole('tab', { name: 'leave' }).click();
	await draw(page, [0.1, 0.5], [0.15, 0.6]);
	const undo = tools.getByRole('button', { name: 'undo' });
	await expect(undo).toBeEnabled({ timeout: 30_000 });
	await page.getByRole('button', { name: 'Keep as a take' }).click();
	await expect(results(page)).toHaveCount(1);
	const cut = (await tableOf<{ number: number; edits?: unknown[] }>(page, 'takes'))
		.sort((a, b) => b.number - a.number)
		.map(({ edits }) => edits)[0] as [
		{ value: { strokes: { says: string; points: unknown[] }[] } }
	];
	expect(cut[0].value.strokes.map(({ says }) => says)).toEqual(['within', 'keep', 'leave']);

	// It is opened again with its strokes, to be gone on with.
	await results(page).first().click();
	await page.locator('main').focus();
	await page.keyboard.press('e');
	await expect(line(page)).toContainText('edited: cut out');
	await page.getByRole('button', { name: 'Cut out' }).click();
	await expect(tools.getByRole('status')).toContainText('Draw along what is missing');

	// A finger and a pen draw as a mouse does, and nothing is scrolled by it.
	await tools.getByRole('tab', { name: 'leave' }).click();
	await drawBy(page, 'touch', [0.1, 0.8], [0.15, 0.82], [0.2, 0.8]);
	await drawBy(page, 'pen', [0.8, 0.1], [0.85, 0.12], [0.9, 0.1]);
	await expect(undo).toBeEnabled({ timeout: 30_000 });
	await page.getByRole('button', { name: 'Keep as a take' }).click();
	await expect(line(page)).toContainText('edited: cut out');
	await expect
		.poll(async () => {
			const takes = await tableOf<{ number: number; edits?: typeof cut }>(page, 'takes');
			const { edits } = takes.sort((a, b) => b.number - a.number)[0];
			return edits?.[0].value.strokes.map(({ says, points }) => `${says} ${points.length > 1}`);
		})
		.toEqual(['within true', 'keep true', 'leave true', 'leave true', 'leave true']);

	// From near, a line lies where it is drawn.
	await page.getByRole('button', { name: 'nearer' }).click();
	await expect(page.getByRole('button', { name: '150%' })).toBeVisible();
	await page.getByRole('button', { name: '150%' }).click();
	await expect(page.getByRole('button', { name: '100%' })).toBeVisible();
});
