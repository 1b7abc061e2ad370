import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { draw, line, results, resultsMade, tableOf } from './helpers';

const foot = (page: Page) => page.locator('footer.narrow');

/** Goes on from the result that came last. */
async function goOnFromLast(page: Page): Promise<void> {
	await results(page).last().click();
	await page.locator('main').focus();
	await page.keyboard.press('e');
	await expect(results(page)).toHaveCount(0);
}

test('a take is repainted, extended, enlarged to a page, cut out, toned and cropped: nine files go out', async ({
	page
}) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	const before = (await tableOf<{ number: number }>(page, 'takes')).length;
	await page.locator('[data-take]').first().click();
	await page.getByRole('link', { name: 'Rework' }).click();

	// Two wordings for one area; the better is kept, and gone on with.
	await page.getByRole('button', { name: 'Repaint' }).click();
	await page.getByRole('tab', { name: 'lasso' }).click();
	await draw(page, [0.55, 0.4], [0.9, 0.4], [0.9, 0.8], [0.55, 0.8], [0.55, 0.4]);
	await page.getByLabel('Words, one wording a line: each is a stop').fill('a windmill\na heron');
	await foot(page).getByRole('button', { name: 'Run 2' }).click();
	await resultsMade(page, 2);
	await results(page).last().click();
	await page.locator('main').focus();
	await page.keyboard.press('k');
	await page.keyboard.press('e');
	await expect(line(page)).toContainText('repainted: ');

	// To 16:9, and to a page of paper at what print shops ask for.
	await page.getByRole('button', { name: 'Extend', exact: true }).click();
	const frames = page.getByRole('group', { name: 'Frames to extend it to' });
	await expect(frames.getByRole('button', { name: /^video.*1344/ })).toHaveAttribute(
		'aria-pressed',
		'true'
	);
	await foot(page).getByRole('button', { name: 'Run 1' }).click();
	await resultsMade(page, 1);
	await goOnFromLast(page);
	await page.getByRole('button', { name: 'Enlarge' }).click();
	await page.getByLabel('Sizes: another').fill('A5 wide at 300 dpi');
	await page.keyboard.press('Enter');
	await page
		.getByRole('group', { name: 'Sizes' })
		.getByRole('button', { name: /^2 times/ })
		.click();
	await foot(page).getByRole('button', { name: 'Run 1' }).click();
	await resultsMade(page, 1);
	await goOnFromLast(page);

	// Cut out by a box, and put right by a line.
	await page.getByRole('button', { name: 'Cut out' }).click();
	const said = page.getByRole('group', { name: 'Cut out' }).getByRole('status');
	await draw(page, [0.3, 0.05], [0.52, 0.9]);
	await expect(said).toContainText('Draw along what is missing', { timeout: 30_000 });
	await draw(page, [0.41, 0.3], [0.41, 0.7]);
	const undo = page.getByRole('button', { name: 'undo', exact: true });
	await expect(undo).toBeEnabled();
	await page.getByRole('button', { name: 'Keep as a take' }).click();
	await resultsMade(page, 1);
	await goOnFromLast(page);
	await expect(line(page)).toContainText('edited: cut out');

	await page.getByRole('button', { name: 'Tones' }).click();
	await page.getByRole('slider', { name: /^Warmth/ }).focus();
	for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowRight');
	await page.getByRole('button', { name: 'Keep as a take' }).click();
	// What is made of an edited take comes of the one that the service made.
	await page.getByRole('button', { name: 'Crop' }).click();
	const crops = page.getByRole('group', { name: 'Crops' });

	// A destination of one's own is on the list of the brief, here and everywhere.
	await page.getByRole('button', { name: 'change the destinations' }).click();
	const list = page.getByRole('dialog');
	await list.getByRole('button', { name: '+ one of your own' }).click();
	await list.getByLabel('Name of destination 8').fill('mustard label');
	await list.getByLabel('Size of destination 8').fill('as it comes');
	await list.getByRole('button', { name: 'Change them' }).click();
	await expect(list.getByText('is no frame')).toBeVisible();
	await list.getByLabel('Size of destination 8').fill('90 mm x 60 mm');
	await expect(list.getByText('1063×709 px')).toBeVisible();
	await list.getByRole('button', { name: 'Change them' }).click();
	for (const name of [/^mustard label/, /^square/, /^banner/])
		await crops.getByRole('button', { name }).click();
	await page.getByRole('button', { name: 'Keep 3 takes' }).click();
	await expect.poll(async () => (await tableOf(page, 'takes')).length).toBe(before + 9);

	// All nine go out, as WebP with what is clear in it, each with its settings inside.
	const takes = (await tableOf<{ id: string; number: number; planId: string }>(page, 'takes'))
		.sort((a, b) => a.number - b.number)
		.slice(-9);
	const root = page.url().replace(/\/rework.*/, '');
	const files: Record<string, Uint8Array> = {};
	for (const run of new Set(takes.map(({ planId }) => planId))) {
		await page.goto(`${root}/sheet?run=${run}`);
		await page.locator('[data-take] img').first().waitFor();
		await page.getByRole('button', { name: 'Take out …' }).click();
		await page.getByLabel('Names of the pictures').fill('{take}-{frame}');
		await page.getByLabel('Written as').selectOption({ label: 'PNG, of what is kept' });
		const packed = page.waitForEvent('download');
		await page.getByRole('button', { name: 'Pictures with their settings inside (ZIP)' }).click();
		Object.assign(files, unzipSync(readFileSync(await (await packed).path())));
	}
	expect(Object.keys(files)).toHaveLength(9);
	const sizes = await Promise.all(
		Object.entries(files)
			.sort(([a], [b]) => a.localeCompare(b))
			.map(async ([, bytes]) => {
				const text = Buffer.from(bytes);
				expect(text.includes('dialpick:')).toBe(true);
				expect(text.includes('DerivedFrom')).toBe(true);
				const { width, height, hasAlpha } = await sharp(bytes).metadata();
				const clear = hasAlpha && !(await sharp(bytes).stats()).isOpaque;
				return `${width}x${height}${clear ? ' clear' : ''}`;
			})
	);
	// A5 wide at 300 dpi is 2480 x 1748; the enlarged frame holds it, and crops are of its pixels.
	const page5 = '3072x1792';
	expect(sizes).toEqual([
		'768x768',
		'768x768',
		'1344x768',
		page5,
		`${page5} clear`,
		`${page5} clear`,
		'2688x1792 clear',
		'1792x1792 clear',
		'3072x1024 clear'
	]);
});
