import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import { allDone, newBrief, typeStops } from './helpers';

const takes = (page: Page) => page.locator('[data-take]');
const chosen = (page: Page) => page.locator('[data-take].chosen');

/** Ten small pictures of several frames, as they come from elsewhere. */
const pictures = () =>
	Promise.all(
		Array.from({ length: 10 }, async (_, i) => ({
			name: `made-${i}.png`,
			mimeType: 'image/png',
			buffer: await sharp({
				create: {
					width: [64, 96, 48][i % 3],
					height: [64, 48, 96][i % 3],
					channels: 3,
					background: { r: 20 * i, g: 120, b: 200 - 15 * i }
				}
			})
				.png()
				.toBuffer()
		}))
	);

test('two runs and ten pictures from elsewhere are all in sight, and four from three places are compared', async ({
	page
}) => {
	await newBrief(page, 'Wall');
	await page.getByLabel('Prompt', { exact: true }).fill('a lighthouse at dusk');
	await page.getByRole('link', { name: 'Dials' }).click();
	await page.getByRole('button', { name: /^small/ }).click();
	await page.getByRole('button', { name: /Gannet/ }).click();
	await typeStops(page, 'Seeds as a list', '5');
	await typeStops(page, 'Steps stops as a list', '4');
	await typeStops(page, 'Guidance stops as a list', '3, 6, 9');
	const run = async (count: number) => {
		await page.getByRole('button', { name: `Run ${count}`, exact: true }).click();
		await page.waitForURL(/run=/);
		await allDone(page, count);
	};
	await run(3);
	await page.getByRole('link', { name: 'Dials' }).click();
	await typeStops(page, 'Guidance stops as a list', '2, 4');
	await run(2);

	// The run alone is laid out; what came before is not in its sheet, and all runs are one press away.
	await page.getByLabel('Takes of').selectOption({ label: 'all runs' });
	await expect(takes(page)).toHaveCount(5);
	await page.getByRole('button', { name: 'Bring in …' }).click();
	await page.getByLabel('Files to bring in').setInputFiles(await pictures());
	await expect(page.getByText('10 pictures brought in.', { exact: true })).toBeVisible();
	await page.getByRole('button', { name: 'Close' }).locator('visible=true').click();

	// Everything, under the names of the runs.
	await expect(takes(page)).toHaveCount(15);
	const headings = page.getByRole('group', { name: 'All takes' }).getByRole('heading');
	await expect(headings).toHaveText([
		/^guidance 3 to 9 · \d\d:\d\d · 3$/,
		/^guidance 2 and 4 · \d\d:\d\d · 2$/,
		/^10 pictures brought in · \d\d:\d\d · 10$/
	]);
	for (const i of [0, 4, 9, 14]) await expect(takes(page).nth(i)).toBeInViewport();

	// On a contact sheet stand all of them: each of the ten colours is on it.
	await page.getByRole('button', { name: 'Take out' }).click();
	const download = page.waitForEvent('download');
	await page.getByRole('button', { name: /Contact sheet/ }).click();
	const paper = PNG.sync.read(readFileSync(await (await download).path()));
	const colours = new Set<string>();
	for (let i = 0; i < paper.data.length; i += 4 * 7)
		colours.add(paper.data.subarray(i, i + 3).join());
	for (let i = 0; i < 10; i++) expect(colours).toContain([20 * i, 120, 200 - 15 * i].join());
	await page.keyboard.press('Escape');

	// What hangs in a row is walked along, and down to the next row.
	await takes(page).nth(0).click();
	await page.keyboard.press('ArrowRight');
	await expect(takes(page).nth(1)).toHaveClass(/focused/);
	await page.keyboard.press('ArrowDown');
	await expect(page.locator('[data-take].focused')).toHaveCount(1);
	await expect(takes(page).nth(1)).not.toHaveClass(/focused/);

	// Four are chosen: with Ctrl, by Space, by a box, and two by reaching.
	await takes(page)
		.nth(0)
		.click({ modifiers: ['Control'] });
	await takes(page).nth(3).click();
	await page.keyboard.press(' ');
	await expect(chosen(page)).toHaveCount(2);
	await takes(page)
		.nth(4)
		.click({ modifiers: ['Shift'] });
	await expect(chosen(page)).toHaveCount(3);
	const last = (await takes(page).nth(14).boundingBox())!;
	await page.mouse.move(last.x + 10, last.y + 10);
	await page.mouse.down();
	await page.mouse.move(last.x + 40, last.y + 30, { steps: 5 });
	await page.mouse.up();
	await expect(chosen(page)).toHaveCount(4);

	// Of those out of sight a tray says so, wherever the sheet is.
	await page.getByLabel('Takes of').selectOption({ index: 1 });
	await expect(takes(page)).toHaveCount(3);
	const tray = page.getByRole('group', { name: 'Chosen takes' });
	await expect(tray).toContainText('4 chosen');
	await expect(tray).toContainText('3 takes out of sight');
	await page.reload();
	await expect(tray).toContainText('4 chosen');
	await tray.getByRole('button', { name: 'Open 4 on the table' }).click();
	await expect(page.locator('figure img')).toHaveCount(4);
	// On the table keys act on one, and the choice stays.
	await page.keyboard.press('k');
	await page.keyboard.press('Escape');
	await expect(page.locator('[data-take].keep')).toHaveCount(1);
	await expect(tray).toContainText('4 chosen');

	// A mark is asked for among all, not among those in sight.
	await page.getByLabel('Takes of').selectOption({ label: 'all runs' });
	await page.getByRole('button', { name: 'Keep all' }).click();
	await expect(page.locator('[data-take].keep')).toHaveCount(4);
	await page.getByRole('button', { name: 'Lay out' }).click();
	await page.getByRole('dialog').getByLabel('down').selectOption({ label: 'Guidance' });
	await page.keyboard.press('Escape');
	const filters = page.getByRole('group', { name: 'Filters' });
	await filters.getByLabel('Mark', { exact: true }).selectOption('keep');
	await expect(page.getByText('4 of 15 takes')).toBeVisible();
	await page.getByText('only these').click();
	await page.getByRole('button', { name: /out of sight: show all/ }).click();
	await expect(takes(page)).toHaveCount(4);
	await page.getByRole('button', { name: 'Show all', exact: true }).click();
	await expect(takes(page)).toHaveCount(15);

	// A run is named by hand.
	await page.keyboard.press('Escape');
	await page.getByLabel('Takes of').selectOption({ index: 1 });
	await page.getByRole('button', { name: 'More for this run' }).click();
	await page.getByRole('menuitem', { name: 'Name it' }).click();
	await page.getByRole('dialog').getByLabel('Name').fill('first light');
	await page.getByRole('button', { name: 'Keep the name' }).click();
	await page.getByLabel('Takes of').selectOption({ label: 'all runs' });
	await expect(headings.first()).toHaveText(/^first light · /);
});
