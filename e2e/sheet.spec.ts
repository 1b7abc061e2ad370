import { readFileSync } from 'node:fs';
import { expect, test, type Locator, type Page } from '@playwright/test';
import { strToU8, unzipSync, zipSync } from 'fflate';
import Papa from 'papaparse';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import { withXmp } from '../src/lib/core/picture';
import { bringInto, idle, layOut, showRun, steady } from './helpers';

async function openDemo(page: Page): Promise<string> {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.locator('[data-take] img').first().waitFor();
	return page.url().replace(/\/sheet.*/, '');
}
const takes = (page: Page) => page.locator('[data-take]');

test('an artist judges the demo: steps at rest, near-copies, three models under the loupe, faults, a contact sheet', async ({
	page
}) => {
	test.slow();
	const brief = await openDemo(page);

	// The steps beyond which Turnstone 2 does not move.
	await page.goto(`${brief}/sheet?rows=steps&columns=model&then=none&guidance=6`);
	await takes(page).first().waitFor();
	await page.getByRole('button', { name: 'Measures', exact: true }).click();
	const panel = page.getByRole('complementary', { name: 'Measures' });
	await expect(panel.getByText(/^all \d+ takes measured/)).toBeVisible({ timeout: 120_000 });
	const along = panel.getByLabel('Along which dial');
	if (await along.count()) await along.selectOption('steps');
	await panel.getByLabel('Of which model').selectOption({ label: 'Turnstone 2' });
	const movement = panel.getByRole('region', { name: 'Movement' });
	await expect(movement.getByText(/^Past steps 28 the picture hardly moves\.$/)).toBeVisible({
		timeout: 120_000
	});
	await expect(movement.locator('svg').first()).toBeVisible();

	// Two near-copies, chosen together.
	const copies = panel.getByRole('region', { name: 'Near-copies' });
	const group = copies.getByRole('button', { name: /take \d+, take \d+/ }).first();
	await group.click();
	const numbers = (await group.innerText()).match(/\d+/g)!.length;
	const strip = page.getByRole('group', { name: 'Act on what is chosen' });
	await expect(strip.getByText(`${numbers} chosen`)).toBeVisible();
	await page.keyboard.press('Escape');
	await panel.getByRole('button', { name: 'close' }).click();

	// Three models on the same seeds, one loupe over all of them at the same place.
	await page.goto(`${brief}/sheet?rows=guidance&columns=model&then=none`);
	await takes(page).first().waitFor();
	await showRun(page, 1);
	await expect(takes(page)).toHaveCount(9);
	await takes(page).first().click();
	await page.keyboard.press('l');
	await takes(page)
		.nth(4)
		.hover({ position: { x: 60, y: 40 } });
	const glasses = page.locator('.glass');
	await expect(glasses).toHaveCount(9);
	await expect(glasses.first().locator('img')).toBeVisible();
	const places = await glasses.evaluateAll((all) =>
		all.map((glass) => (glass as HTMLElement).style.transform)
	);
	expect(new Set(places).size).toBe(1);
	await page.keyboard.press('l');
	await expect(glasses).toHaveCount(0);

	// The lettering fault on four takes at once, undone and done again.
	for (const i of [0, 1, 2, 3])
		await takes(page)
			.nth(i)
			.click({ modifiers: ['Control'] });
	await expect(strip.getByText('4 chosen')).toBeVisible();
	await strip.getByRole('button', { name: 'Faults …' }).click();
	await page.keyboard.press('2');
	await expect(page.locator('[data-take] .faults')).toHaveCount(4);
	await page.keyboard.press('u');
	await expect(page.locator('[data-take] .faults')).toHaveCount(0);
	await page.keyboard.press('2');
	await expect(page.locator('[data-take] .faults')).toHaveCount(4);
	await page.keyboard.press('Escape');
	await page.getByLabel('Fault', { exact: true }).selectOption({ label: 'lettering' });
	await expect(page.getByText('4 of 27 takes')).toBeVisible();
	await expect(page.locator('[data-take].faint')).toHaveCount(5);

	// A contact sheet that a picture reader opens, and a table with the faults in it.
	await page.getByRole('button', { name: 'Take out' }).click();
	const saved = async (name: RegExp) => {
		const download = page.waitForEvent('download');
		await page.getByRole('button', { name }).click();
		return readFileSync(await (await download).path());
	};
	const sheet = PNG.sync.read(await saved(/Contact sheet/));
	expect([sheet.width, sheet.height].sort((a, b) => a - b)).toEqual([2480, 3508]);
	const shades = new Set<number>();
	for (let i = 0; i < sheet.data.length; i += 4 * 997) shades.add(sheet.data[i]);
	expect(shades.size).toBeGreaterThan(60);
	const table = (await saved(/Table of settings/)).toString('utf8').replace(/^\ufeff/, '');
	const { data } = Papa.parse<Record<string, string>>(table, { header: true });
	expect(data).toHaveLength(4);
	expect(
		data.every(({ faults, sharpness }) => faults === 'lettering' && Number(sharpness) > 0)
	).toBe(true);
	const files = unzipSync(await saved(/Pictures with their settings/));
	const names = Object.keys(files);
	expect(names).toHaveLength(4);
	expect(names.every((name) => /^march-cover-[a-z0-9-]+\.webp$/.test(name))).toBe(true);
	const meta = await sharp(files[names[0]]).metadata();
	expect([meta.format, meta.width]).toEqual(['webp', 768]);
	expect(meta.xmp?.toString()).toContain('dialpick:settings');
});

test('two takes are wiped, blinked and subtracted; four lie on the table; takes are deleted and put back', async ({
	page
}) => {
	const brief = await openDemo(page);
	await page.goto(`${brief}/sheet?rows=guidance&columns=model&then=none`);
	await takes(page).first().waitFor();
	await showRun(page, 1);
	await expect(takes(page)).toHaveCount(9);
	await takes(page).nth(0).click();
	await page.keyboard.press('c');
	await takes(page).nth(6).click();
	await page.keyboard.press('c');
	await page.keyboard.press('w');
	const slider = page.getByRole('slider', { name: 'Where the second take begins' });
	await slider.focus();
	await slider.press('Home');
	await expect(slider).toHaveAttribute('aria-valuenow', '0');
	await page.getByRole('tab', { name: 'blink', exact: true }).click();
	await page.getByRole('button', { name: 'Hold this one' }).click();
	await expect(page.getByRole('button', { name: 'Blink on' })).toBeVisible();
	await page.getByRole('tab', { name: 'colour', exact: true }).click();
	await expect(page.getByText(/Mean CIEDE2000 \d/)).toBeVisible();
	await page.getByRole('tab', { name: 'structure', exact: true }).click();
	await expect(page.getByText(/Mean SSIM 0\.\d/)).toBeVisible();
	// The state is in the address.
	await page.reload();
	await expect(page.getByText(/Mean SSIM 0\.\d/)).toBeVisible();
	await page.getByRole('button', { name: 'Back to the sheet' }).click();

	for (const i of [0, 1, 2, 3]) {
		await takes(page).nth(i).click();
		await page.keyboard.press(' ');
	}
	await page.keyboard.press('Enter');
	await expect(page.locator('figure')).toHaveCount(4);
	const boxes = await page
		.locator('figure')
		.evaluateAll((all) => all.map((figure) => figure.getBoundingClientRect().bottom));
	expect(Math.max(...boxes)).toBeLessThanOrEqual(800);
	// Back on the sheet they are chosen still, until nothing is.
	await page.keyboard.press('Escape');
	await expect(page.locator('[data-take].chosen')).toHaveCount(4);
	await page.keyboard.press('Escape');
	await expect(page.locator('[data-take].chosen')).toHaveCount(0);

	await takes(page)
		.nth(0)
		.click({ modifiers: ['Control'] });
	await takes(page)
		.nth(1)
		.click({ modifiers: ['Control'] });
	await page.getByRole('button', { name: 'Take out' }).click();
	await page.getByRole('button', { name: 'Delete 2 takes' }).click();
	await expect(page.getByText(/2 takes deleted, \d\.\d MB freed/)).toBeVisible();
	await expect(takes(page)).toHaveCount(7);
	await page.keyboard.press('u');
	await expect(takes(page)).toHaveCount(9);
});

test('pictures made elsewhere come in with their table, and what cannot be used is listed', async ({
	page
}) => {
	await bringInto(page, 'Elsewhere');
	const shade = async (value: number) =>
		new Uint8Array(
			await sharp({
				create: { width: 96, height: 64, channels: 3, background: { r: value, g: 90, b: 60 } }
			})
				.png()
				.toBuffer()
		);
	const zip = zipSync({
		'a.png': await shade(40),
		'b.png': await shade(200),
		'broken.png': strToU8('this is no picture'),
		'../out.png': await shade(9),
		'table.csv': strToU8(
			'\ufefffile;model;steps;guidance;Paper\na.png;House model;10;6;rough\nb.png;House model;many;6;smooth\n'
		)
	});
	await page
		.getByLabel('Files to bring in')
		.setInputFiles({ name: 'made.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) });
	await expect(page.getByText('3 files could not be used, or not in full:')).toBeVisible();
	for (const why of [/leads out of the folder/, /is no number/, /not a PNG, JPEG or WebP picture/])
		await expect(page.getByText(why)).toBeVisible();
	await page.getByRole('button', { name: 'Close' }).locator('visible=true').click();
	await expect(takes(page)).toHaveCount(2);
	await takes(page).first().click();
	await expect(page.locator('aside').getByText('House model')).toBeVisible();
	// They are measured and judged like any other.
	await page.keyboard.press('k');
	await expect(page.getByText('judged 1 of 2')).toBeVisible();
	await expect(page.getByRole('list', { name: 'Palette' })).toBeVisible();
	// A column that is no dial here is something to lay the sheet out by.
	const headers = page.getByRole('columnheader');
	await layOut(page, 'across', { label: 'Paper' });
	await expect(headers.filter({ hasText: /rough|smooth/ })).toHaveCount(2);
	await expect(page.locator('dd').filter({ hasText: 'rough' })).toBeVisible();

	// Takes of another brief stand beside them, and are judged there.
	await openDemo(page);
	await page.getByRole('link', { name: 'Briefs', exact: true }).click();
	await page
		.getByRole('link', { name: /Elsewhere/ })
		.first()
		.click();
	await page.getByRole('link', { name: 'Sheet' }).click();
	await expect(takes(page)).toHaveCount(2);
	await page.getByLabel('Takes of').selectOption({ label: 'the takes of March cover' });
	await expect(page.getByRole('heading', { name: /^March cover: 3 models/ })).toBeVisible();
	await layOut(page, 'across', { label: 'Brief' });
	await expect(headers.filter({ hasText: 'Elsewhere' })).toHaveCount(1);
	const other = headers.filter({ hasText: 'March cover' });
	await expect(other).toHaveCount(1);
	await expect(page.getByText(/judged \d+ of 69/)).toBeVisible();
	await page.reload();
	await expect(other).toHaveCount(1);
	// A take of the other brief is judged here, and taken back, and judged there.
	const [, kept] = /judged (\d+) of 69/.exec(await page.getByText(/judged \d+ of 69/).innerText())!;
	const beside = page.locator('[data-take].keep').last();
	await beside.click();
	await expect(page.locator('dd').filter({ hasText: 'March cover' })).toBeVisible();
	const judged = page.getByText(`judged ${Number(kept) - 1} of 69`);
	await page.keyboard.press('k');
	await expect(judged).toBeVisible();
	await page.keyboard.press('u');
	await expect(judged).toBeHidden();
	await page.keyboard.press('r');
	await expect(judged).toBeVisible();
	await page.getByRole('button', { name: 'Without March cover' }).click();
	await expect(other).toHaveCount(0);
	await expect(takes(page)).toHaveCount(2);
	await openDemo(page);
	await page.getByLabel('Takes of').selectOption({ label: 'all runs' });
	// One fewer than before; the other judged take is the one that came from elsewhere.
	await expect(page.getByText(`judged ${Number(kept) - 2} of 67`)).toBeVisible();
});

test('dials are dragged onto axes, rows and pages, and a filter closes the gaps', async ({
	page
}) => {
	await openDemo(page);
	const down = page.locator('.axis.rows');
	const across = page.locator('.axis.columns');
	// A dial is carried to an edge of the mat, which says what it replaces.
	const carry = async (what: Locator, where: string) => {
		const box = (await what.boundingBox())!;
		await page.mouse.move(box.x + 4, box.y + 12);
		await page.mouse.down();
		await page.mouse.move(box.x + 30, box.y + 60, { steps: 4 });
		await page.locator('.ground').getByText(where).last().hover();
		await page.mouse.up();
	};
	const dial = (name: string) => page.locator('.page').filter({ hasText: name });
	await expect(down).toContainText('Guidance');
	// A page becomes the rows; what was there becomes a page.
	await carry(dial('Seed'), 'down, instead of guidance');
	await expect(down).toContainText('Seed');
	await expect(dial('Guidance')).toBeVisible();
	// Two edges change places.
	await carry(down, 'let go here: across, instead of model');
	await expect(across).toContainText('Seed');
	await expect(down).toContainText('Model');
	await carry(dial('Guidance'), 'let go here: across, instead of seed');
	await expect(across).toContainText('Guidance');

	// Let go off all edges, it is a page again; so it is when it is taken off.
	await across.dragTo(page.locator('.held'));
	await expect(across).toHaveCount(0);
	await expect(dial('Guidance')).toBeVisible();
	await page.getByRole('button', { name: 'Take Model off' }).click();
	// By nothing, all hang on a wall; from there dials are put on again.
	await expect(takes(page)).toHaveCount(27);
	await carry(dial('Model'), 'let go here: across');
	await expect(across).toContainText('Model');
	await carry(dial('Guidance'), 'down');
	await expect(down).toContainText('Guidance');
	await expect(takes(page)).toHaveCount(9);
	await page.getByRole('button', { name: '18 takes out of sight: show all' }).click();
	await expect(takes(page)).toHaveCount(27);
	await openDemo(page);

	const all = await takes(page).count();
	await page
		.getByRole('group', { name: 'Filters' })
		.getByLabel('Mark', { exact: true })
		.selectOption('drop');
	// It is asked of all takes, those of other pages too.
	const fit = page.getByRole('status').filter({ hasText: /of 27 takes/ });
	const [, found] = /^(\d+) of/.exec(await fit.innerText())!;
	const few = await page.locator('[data-take].drop').count();
	expect(few).toBeGreaterThan(0);
	expect(few).toBeLessThan(Number(found));
	await page.getByText('only these').click();
	await expect(takes(page)).toHaveCount(Number(few));
	await expect(page.getByRole('button', { name: `${Number(found) - few} take` })).toBeVisible();
	// What is judged otherwise leaves, and the focus goes to another.
	await page.keyboard.press('k');
	await expect(takes(page)).toHaveCount(Number(few) - 1);
	await page.keyboard.press('u');
	await expect(takes(page)).toHaveCount(Number(few));
	await expect(page.getByText('undone: the mark of 1 take')).toBeVisible();
	await page.keyboard.press('r');
	await expect(takes(page)).toHaveCount(Number(few) - 1);
	await page.keyboard.press('u');
	await expect(takes(page)).toHaveCount(Number(few));
	await page.getByRole('button', { name: 'Show all', exact: true }).click();
	await expect(takes(page)).toHaveCount(all);
	await page.getByLabel('Stop', { exact: true }).selectOption({ label: 'guidance 6' });
	await expect(page.getByText(/^9 of 27 takes$/)).toBeVisible();
	await expect(page.locator('[data-take].faint')).toHaveCount(6);
});

test('one take fills the view without a break, and the sheet grows about the pointer', async ({
	page
}) => {
	await openDemo(page);
	const size = page.getByRole('slider', { name: 'Cell size, from thumbnails to one take' });
	const first = takes(page).first();
	const mat = page.locator('.mat');
	await size.press('Home');
	await expect.poll(async () => (await first.boundingBox())!.width).toBeCloseTo(40, 0);
	await size.press('End');
	const room = (await mat.boundingBox())!;
	await expect
		.poll(async () => (await page.locator('[data-take].focused').boundingBox())!.height)
		.toBeGreaterThan(room.height - 80);
	await expect(page).toHaveURL(/size=/);
	// So large, it is the kept picture and no longer its thumbnail of 384 pixels.
	await expect
		.poll(() =>
			page
				.locator('[data-take].focused > img')
				.evaluate((image: HTMLImageElement) => image.naturalWidth)
		)
		.toBeGreaterThan(400);
	// The arrow keys bring the next one into the view, whole.
	await page.keyboard.press('ArrowRight');
	await expect
		.poll(async () => {
			const box = (await page.locator('[data-take].focused').boundingBox())!;
			return box.x >= room.x && box.x + box.width <= room.x + room.width + 1;
		})
		.toBe(true);
	// Its arrows turn it, and leave the take in focus alone.
	const inFocus = await page.locator('[data-take].focused').getAttribute('data-take');
	await size.press('Home');
	for (let i = 0; i < 3; i++) await size.press('Shift+ArrowRight');
	await expect(page.locator('[data-take].focused')).toHaveAttribute('data-take', inFocus!);
	await idle(page);
	// Under the pointer stands the same place of the same take before and after.
	const take = takes(page).nth(4);
	const before = (await take.boundingBox())!;
	const at = { x: before.x + before.width * 0.75, y: before.y + before.height * 0.25 };
	await page.mouse.move(at.x, at.y);
	await page.keyboard.down('Control');
	for (let i = 0; i < 4; i++) await page.mouse.wheel(0, -100);
	await page.keyboard.up('Control');
	const id = await take.getAttribute('data-take');
	const after = (await steady(() => page.locator(`[data-take="${id}"]`).boundingBox()))!;
	expect(after.width).toBeGreaterThan(before.width * 1.2);
	if (await mat.evaluate((e) => e.scrollTop > 0 && e.scrollTop < e.scrollHeight - e.clientHeight))
		expect((at.y - after.y) / after.height).toBeCloseTo(0.25, 1);
});

test('everything is done by single keys, and they are listed', async ({ page }) => {
	await openDemo(page);
	await page.keyboard.press('?');
	const list = page.getByRole('dialog', { name: 'Keys of the sheet' });
	for (const says of ['undo, and do again what was undone', 'blink', 'the next mat'])
		await expect(list.getByText(says).first()).toBeVisible();
	await page.keyboard.press('Escape');
	await expect(list).toBeHidden();
	// The pages, the mat.
	const seed = page.locator('.page').filter({ hasText: 'Seed' });
	await expect(seed).toContainText('1/3');
	await page.keyboard.press('.');
	await expect(seed).toContainText('2/3');
	await page.keyboard.press(',');
	await expect(seed).toContainText('1/3');
	await page.keyboard.press('g');
	await expect(page.locator('.mat-2')).toBeVisible();
	// One take after another, large; at 100 %, and at the same place from one to the next.
	await page.keyboard.press('Enter');
	const large = page.locator('figure img');
	await expect(large).toHaveAttribute('alt', 'Take 1');
	await page.keyboard.press('1');
	const picture = page.locator('figure .picture');
	await expect
		.poll(() => picture.evaluate((e) => new DOMMatrix(getComputedStyle(e).transform).a))
		.toBeGreaterThan(1.2);
	const scale = await picture.evaluate((e) => new DOMMatrix(getComputedStyle(e).transform).a);
	// One pixel of the picture takes one of the screen.
	const { width, natural } = await large.evaluate((image: HTMLImageElement) => ({
		width: Math.min(image.clientWidth, image.clientHeight),
		natural: image.naturalWidth
	}));
	expect((width * scale) / natural).toBeCloseTo(1, 2);
	await page.keyboard.press('ArrowRight');
	await expect(large).not.toHaveAttribute('alt', 'Take 1');
	expect(await picture.evaluate((e) => new DOMMatrix(getComputedStyle(e).transform).a)).toBe(scale);
	await page.keyboard.press('0');
	await expect
		.poll(() => picture.evaluate((e) => new DOMMatrix(getComputedStyle(e).transform).a))
		.toBe(1);
	await page.keyboard.press('k');
	await expect(page.locator('aside').getByRole('button', { name: /Keep/ })).toHaveAttribute(
		'aria-pressed',
		/true|false/
	);
	await page.keyboard.press('Escape');
	await expect(takes(page)).toHaveCount(9);
	// A button that has the focus is pressed by the space bar.
	await page.getByRole('button', { name: 'All keys' }).focus();
	await page.keyboard.press(' ');
	await expect(list).toBeVisible();
});

test('a picture that moves, one that is cut off and one with a clear ground are what they are', async ({
	page
}) => {
	await bringInto(page, 'Odd pictures');
	const frames = ['#c03020', '#2030c0'].map((background) =>
		sharp({ create: { width: 96, height: 64, channels: 3, background } })
			.raw()
			.toBuffer()
	);
	const moving = await sharp(Buffer.concat(await Promise.all(frames)), {
		raw: { width: 96, height: 128, channels: 3, pageHeight: 64 }
	})
		.webp({ lossless: true, delay: [100, 100] })
		.toBuffer();
	const photo = await sharp({
		create: { width: 96, height: 64, channels: 3, background: '#808080', noise: noisy }
	})
		.jpeg()
		.toBuffer();
	const disc = Buffer.from(
		'<svg width="96" height="64"><circle cx="48" cy="32" r="20" fill="#c87828"/></svg>'
	);
	const file = (name: string, mimeType: string, buffer: Buffer) => ({ name, mimeType, buffer });
	await page
		.getByLabel('Files to bring in')
		.setInputFiles([
			file('moving.webp', 'image/webp', moving),
			file('cut.jpg', 'image/jpeg', photo.subarray(0, photo.length * 0.6)),
			file('disc.png', 'image/png', await sharp(disc).png().toBuffer())
		]);
	await expect(page.getByText('1 file came in changed:')).toBeVisible();
	await expect(page.getByText('It moves. Its first frame came in.')).toBeVisible();
	await expect(page.getByText('1 file could not be used, or not in full:')).toBeVisible();
	await expect(page.getByText(/cut off: its end is missing/)).toBeVisible();
	await page.getByRole('button', { name: 'Close' }).locator('visible=true').click();
	await expect(takes(page)).toHaveCount(2);
	// The first frame is red, and stands still.
	await takes(page).first().click();
	const colours = page.getByRole('list', { name: 'Palette' }).getByRole('button');
	await expect(colours).toHaveCount(1);
	await expect(colours).toHaveAccessibleName(/#c03020$/);
	// Nothing of the ground is in the palette of the disc.
	await takes(page).last().click();
	await expect(colours.first()).toHaveAccessibleName(/#c87828$/);
	await expect(colours).toHaveCount(1);
});

test('a picture whose settings are too long for its form goes into the ZIP without them, and the ZIP says so', async ({
	page
}) => {
	await bringInto(page, 'Long words');
	const plain = await sharp({
		create: { width: 96, height: 64, channels: 3, background: '#5a7a90' }
	})
		.png()
		.toBuffer();
	// 15 000 letters of two bytes each, which stand in the packet twice: a segment of a JPEG has 65 533 bytes.
	const settings = {
		...{ model: 'own', prompt: 'ü'.repeat(15_000), negative: 'ä'.repeat(9000) },
		...{ width: 96, height: 64, guidance: 6, steps: 20, seed: 1 },
		...{ sampler: 'euler', schedule: 'karras' }
	};
	const long = withXmp(
		plain,
		`<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description xmlns:dialpick="urn:dial-pick:picture:1"><dialpick:settings>${JSON.stringify(settings)}</dialpick:settings></rdf:Description></rdf:RDF></x:xmpmeta>`
	);
	await page.getByLabel('Files to bring in').setInputFiles([
		{ name: 'long.png', mimeType: 'image/png', buffer: Buffer.from(long) },
		{ name: 'short.png', mimeType: 'image/png', buffer: plain }
	]);
	await expect(page.getByText(/^2 pictures brought in/)).toBeVisible();
	await page.getByRole('button', { name: 'Close' }).locator('visible=true').click();
	await expect(takes(page)).toHaveCount(2);
	await page.getByRole('button', { name: 'Take out' }).click();
	await page.getByLabel('Written as').selectOption({ label: 'JPEG' });
	const download = page.waitForEvent('download');
	await page.getByRole('button', { name: /Pictures with their settings/ }).click();
	const files = unzipSync(readFileSync(await (await download).path()));
	const pictures = Object.keys(files).filter((name) => name.endsWith('.jpg'));
	expect(pictures).toHaveLength(2);
	for (const name of pictures) expect((await sharp(files[name]).metadata()).width).toBe(96);
	const note = Buffer.from(files['pictures without settings.txt']).toString('utf8');
	expect(note).toMatch(
		/^[^\n]+\.jpg: Its settings are too long for a JPEG\. Save it as a PNG or a WebP picture\.\n$/
	);
});

const noisy = { type: 'gaussian', mean: 128, sigma: 40 } as const;

test('pictures of different frames are looked at at the same place, and the loupe stands there too', async ({
	page
}) => {
	await bringInto(page, 'Frames');
	const picture = async (width: number, height: number) => ({
		mimeType: 'image/png',
		buffer: await sharp({ create: { width, height, channels: 3, background: '#5a7a90' } })
			.png()
			.toBuffer()
	});
	await page.getByLabel('Files to bring in').setInputFiles([
		{ name: 'wide.png', ...(await picture(960, 320)) },
		{ name: 'tall.png', ...(await picture(320, 960)) }
	]);
	await expect(page.getByRole('status').filter({ hasText: '2 pictures brought in' })).toBeVisible();
	await page.getByRole('button', { name: 'Close' }).locator('visible=true').click();
	await layOut(page, 'across', { label: 'Frame' });
	await expect(takes(page)).toHaveCount(2);

	// The place that the loupe shows is the same share of both.
	await page.keyboard.press('l');
	const glasses = page.locator('.glass img');
	await expect(glasses).toHaveCount(2);
	const tall = takes(page).first();
	await tall.locator('img').first().hover();
	const middles = () =>
		glasses.evaluateAll((images: HTMLImageElement[]) =>
			images.map((image) => {
				const { e, f } = new DOMMatrix(getComputedStyle(image).transform);
				const side = image.parentElement!.clientWidth;
				return [(side / 2 - e) / image.naturalWidth, (side / 2 - f) / image.naturalHeight].map(
					(share) => Math.round(share * 20)
				);
			})
		);
	await expect.poll(async () => (await middles())[0]).toEqual((await middles())[1]);
	await page.keyboard.press('l');

	// So is what stands in the middle of both windows on the table, wherever it was moved.
	await tall.click();
	await page.keyboard.press('c');
	await takes(page).nth(1).click();
	await page.keyboard.press('c');
	const windows = page.locator('figure .window');
	await expect(page.locator('figure img')).toHaveCount(2);
	const box = (await windows.nth(1).boundingBox())!;
	await page.mouse.move(box.x + box.width * 0.8, box.y + box.height * 0.55);
	for (let i = 0; i < 3; i++) await page.mouse.wheel(0, -300);
	const shares = () =>
		page.locator('figure img').evaluateAll((images: HTMLImageElement[]) =>
			images.map((image) => {
				const window = image.closest('.window')!;
				const { width, height } = window.getBoundingClientRect();
				const { a, e, f } = new DOMMatrix(
					getComputedStyle(image.closest<HTMLElement>('.picture')!).transform
				);
				const fit = Math.min(width / image.naturalWidth, height / image.naturalHeight);
				const [w, h] = [image.naturalWidth * fit, image.naturalHeight * fit];
				return [
					((width / 2 - e) / a - (width - w) / 2) / w,
					((height / 2 - f) / a - (height - h) / 2) / h,
					a
				].map((share) => Math.round(share * 50) / 50);
			})
		);
	await expect.poll(async () => (await shares())[0][2]).toBeGreaterThan(1.5);
	const [one, two] = await shares();
	expect(one).toEqual(two);
	expect(one[0]).toBeGreaterThan(0.55);
});
