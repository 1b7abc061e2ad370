import { expect, test, type Page } from '@playwright/test';
import { draw, line, results, resultsMade, tableOf, madeResults } from './helpers';

const foot = (page: Page) => page.locator('footer.narrow');

const shown = (page: Page) => page.locator('.near > img').first();

/** Notes the shown picture under a name. Its pixels stay in the page: to hand them out takes half a minute. */
const note = (page: Page, name: string) =>
	shown(page).evaluate(async (image: HTMLImageElement, as) => {
		await image.decode();
		const { naturalWidth: width, naturalHeight: height } = image;
		const context = new OffscreenCanvas(width, height).getContext('2d')!;
		context.drawImage(image, 0, 0);
		const noted = ((window as unknown as { noted?: Record<string, ImageData> }).noted ??= {});
		noted[as] = context.getImageData(0, 0, width, height);
	}, name);

/** Mean difference in red of two noted pictures of a size, within a box of shares. */
const apart = (page: Page, names: string[], box: [number, number, number, number]) =>
	page.evaluate(
		({ names, box: [x0, y0, x1, y1] }) => {
			const { noted } = window as unknown as { noted: Record<string, ImageData> };
			const [one, other] = names.map((name) => noted[name]);
			let [sum, n] = [0, 0];
			for (let y = Math.floor(y0 * one.height); y < y1 * one.height; y++)
				for (let x = Math.floor(x0 * one.width); x < x1 * one.width; x++, n++) {
					const i = (y * one.width + x) * 4;
					sum += Math.abs(one.data[i] - other.data[i]);
				}
			return sum / n;
		},
		{ names, box }
	);

test('an area is made anew by two wordings, the better is extended and enlarged', async ({
	page
}) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.locator('[data-take]').first().click();
	await page.getByRole('link', { name: 'Rework' }).click();
	await page.getByRole('button', { name: 'Repaint' }).click();

	// Without an area there is nothing to run, and that is said.
	await expect(page.getByText('Draw an area on the picture')).toBeVisible();
	await expect(foot(page)).toBeHidden();
	const share = page.getByRole('group', { name: 'Area' }).getByRole('status');
	await draw(page, [0.4, 0.4], [0.4, 0.75]);
	await expect(share).toContainText('% of the picture');
	const first = await share.textContent();

	// A box is added, and taken back; the rubber takes away.
	await page.getByRole('tab', { name: 'box' }).click();
	await draw(page, [0.6, 0.1], [0.9, 0.3]);
	await expect(share).not.toHaveText(first!);
	await page.locator('main').focus();
	await page.keyboard.press('u');
	await expect(share).toHaveText(first!);
	await page.getByRole('tab', { name: 'rubber' }).click();
	await draw(page, [0.3, 0.4], [0.5, 0.4]);
	await expect(share).not.toHaveText(first!);
	await page.locator('main').focus();
	await page.keyboard.press('u');

	await page.getByLabel('Words, one wording a line: each is a stop').fill('a windmill\na heron');
	await foot(page).getByRole('button', { name: 'Run 2' }).click();
	await resultsMade(page, 2);
	await expect(line(page)).toContainText('2 wordings');

	// The area is kept with what it was drawn for, and is no picture to begin from.
	const starts = await tableOf<{ area?: boolean }>(page, 'starts');
	expect(starts.some(({ area }) => area)).toBe(true);
	const reworking = page.url();
	await page.goto(reworking.replace(/\/rework.*/, '/dials?more=start'));
	await expect(page.getByRole('button', { name: /March cover, take 1/ }).first()).toBeVisible();
	await expect(page.getByRole('button', { name: /area of/ })).toHaveCount(0);
	await page.goto(reworking);
	await expect(madeResults(page)).toHaveCount(2);

	// Inside it is another picture; outside it is the same, but for what keeping it small costs.
	await note(page, 'parent');
	const before = (await shown(page).getAttribute('src'))!;
	await page.locator('main').focus();
	await page.keyboard.press('ArrowRight');
	await expect(page.getByText(/^take \d+$/)).toBeVisible();
	await expect(results(page).first()).toHaveAttribute('aria-pressed', 'true');
	await expect(shown(page)).not.toHaveAttribute('src', before);
	// An open tool says which picture it works on while another is looked at.
	await expect(page.getByRole('button', { name: /^Work on take \d+ instead$/ })).toBeVisible();
	await note(page, 'windmill');
	expect(await apart(page, ['parent', 'windmill'], [0.7, 0.05, 0.95, 0.6])).toBeLessThan(4);
	expect(await apart(page, ['parent', 'windmill'], [0.37, 0.45, 0.43, 0.7])).toBeGreaterThan(12);

	// The kept one goes on in two frames at once; the picture lies where it is put.
	await page.keyboard.press('k');
	await page.keyboard.press('e');
	await expect(line(page)).toContainText('repainted: ');
	await page.getByRole('button', { name: 'Extend', exact: true }).click();
	const frames = page.getByRole('group', { name: 'Frames to extend it to' });
	await frames.getByRole('button', { name: /^story/ }).click();
	// A side is drawn out by keys, and by dragging; the others stay where they are.
	await page.getByRole('button', { name: /^right side of 1344×768/ }).press('ArrowRight');
	const left = page.getByRole('button', { name: /^left side of 1408×768/ });
	await left.scrollIntoViewIfNeeded();
	const side = (await left.boundingBox())!;
	await page.mouse.move(side.x + side.width / 2, side.y + side.height / 2);
	await page.mouse.down();
	await page.mouse.move(side.x - 20, side.y + side.height / 2, { steps: 4 });
	await page.mouse.up();
	await expect(frames.getByRole('button', { name: /1[5-7]\d\d×768/ })).toHaveCount(1);
	await page.getByRole('button', { name: 'middle left' }).click();
	await expect(foot(page)).toContainText('frames');
	await foot(page).getByRole('button', { name: 'Run 2' }).click();
	await resultsMade(page, 2);
	await expect(line(page)).toContainText(/extended: .*frame/);

	// And is enlarged to a print, or it is said why not.
	await page.getByRole('button', { name: 'Enlarge' }).click();
	const sizes = page.getByRole('group', { name: 'Sizes' });
	await page.getByLabel('Sizes: another').fill('16:9');
	await page.keyboard.press('Enter');
	await expect(page.getByRole('alert')).toContainText('A ratio says nothing of size');
	await sizes.getByRole('button', { name: /^4 times/ }).click();
	await expect(foot(page)).toContainText('cannot make 3072×3072');
	await sizes.getByRole('button', { name: /^1.5 times/ }).click();
	await sizes.getByRole('button', { name: /^4 times/ }).click();
	await sizes.getByRole('button', { name: /^2 times/ }).click();
	await foot(page).getByRole('button', { name: 'Run 1' }).click();
	await resultsMade(page, 3);
	await results(page).last().click();
	await expect
		.poll(() =>
			page
				.locator('.near > img')
				.first()
				.evaluate((image: HTMLImageElement) => image.naturalWidth)
		)
		.toBe(1152);
});
