import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { PNG } from 'pngjs';
import { line, results, resultsMade, tableOf } from './helpers';

test('a take is varied, the best is kept and started from, and the line shows all of it', async ({
	page
}) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	const brief = page.url().replace(/\/sheet.*/, '');
	await page.locator('[data-take]').nth(4).click();
	await page.getByRole('link', { name: 'Rework' }).click();
	await expect(line(page)).toContainText('it came from words alone');

	// Three amounts on two seeds, at a price that is said.
	const foot = page.locator('footer.narrow');
	await expect(foot).toContainText('credits');
	await foot.getByRole('button', { name: 'Run 6' }).click();
	await resultsMade(page, 6);
	await expect(line(page)).toContainText('varied: variation 0.15, 0.3 and 0.5; 2 target seeds');

	// The second result is kept; while P is down its parent is seen.
	await page.locator('main').focus();
	await page.keyboard.press('ArrowRight');
	await page.keyboard.press('ArrowRight');
	await page.keyboard.press('k');
	await expect(line(page)).toContainText('6 takes, 1 kept');
	await page.keyboard.down('p');
	await expect(page.getByText(/take \d+, the parent/)).toBeVisible();
	await page.keyboard.up('p');
	await expect(page.getByText(/take \d+ · keep/)).toBeVisible();

	// The kept one is started from with other words, at three strengths.
	await page.keyboard.press('e');
	await expect(line(page)).toContainText(/varied: variation 0\.15, target seed/);
	await page.getByRole('button', { name: 'Start from it' }).click();
	await page
		.getByLabel('Words, one wording a line: each is a stop')
		.fill('a windmill at dusk above a salt marsh');
	await expect(page.getByLabel('Strength stops as a list')).toHaveValue('0.3, 0.5, 0.7');
	await foot.getByRole('button', { name: 'Run 3' }).click();
	await resultsMade(page, 3);
	await expect(line(page)).toContainText(/started from: .*strength 0\.3, 0\.5 and 0\.7/);
	await expect(line(page)).toContainText(/wording/);

	// Any two of the line are wiped: here the first one of all and a result. Escape leads back.
	await page.locator('main').focus();
	await page.keyboard.press('ArrowLeft');
	await page.keyboard.press('a');
	await page.keyboard.press('ArrowRight');
	await page.keyboard.press('ArrowRight');
	await expect(page.getByText(/take \d+ · against take \d+/)).toBeVisible();
	await page.keyboard.press('w');
	await page.waitForURL(/open=.*mode=wipe/);
	await page.goBack();
	await page.waitForURL(/rework/);
	const reworked = new URL(page.url()).searchParams.get('take')!;
	await page.keyboard.press('Escape');
	await page.waitForURL(/\/sheet/);

	// The brief goes out and comes in beside itself: its line comes along, under ids of its own.
	await page.goto('/');
	await page.getByRole('button', { name: 'More for March cover' }).click();
	const download = page.waitForEvent('download');
	await page.getByRole('menuitem', { name: 'Export archive' }).click();
	const file = await (await download).path();
	const chooser = page.waitForEvent('filechooser');
	await page.getByRole('button', { name: 'Open archive' }).click();
	await (
		await chooser
	).setFiles({
		name: 'copy.brief.zip',
		mimeType: 'application/zip',
		buffer: readFileSync(file)
	});
	await page.waitForURL((url) => /\/brief\//.test(url.pathname) && !url.pathname.includes(brief));
	const all = await tableOf<{ id: string; briefId: string; line?: { take: string }[] }>(
		page,
		'takes'
	);
	const here = all.filter(({ briefId }) => page.url().includes(briefId));
	const ids = new Set(here.map(({ id }) => id));
	const lines = here.flatMap((one) => one.line ?? []);
	const kept = {
		lines: lines.length,
		known: lines.every(({ take }) => ids.has(take)),
		fresh: !ids.has(reworked)
	};
	expect(kept).toEqual({ lines: 9, known: true, fresh: true });
});

/** Ids of the finished takes of one model in the open brief. */
const takesOf = async (page: Page, model: string): Promise<string[]> =>
	(await tableOf<{ id: string; state: string; settings: { model: string } }>(page, 'takes'))
		.filter(({ state, settings }) => state === 'done' && settings.model === model)
		.map(({ id }) => id);

test('a tool that is opened while a result is shown works on that result', async ({ page }) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.locator('[data-take]').first().click();
	await page.getByRole('link', { name: 'Rework' }).click();
	await page.getByRole('button', { name: 'Tones', exact: true }).click();
	await page
		.getByRole('slider', { name: /^Saturation/ })
		.first()
		.press('ArrowRight');
	await page.getByRole('button', { name: 'Keep as a take' }).click();
	await expect(results(page)).toHaveCount(1);
	await page.getByRole('button', { name: 'Vary', exact: true }).click();
	const parent = new URL(page.url()).searchParams.get('take');
	await results(page).first().click();
	// Vary draws nothing on the picture: it stays with the take, and says nothing.
	await expect(page.getByRole('button', { name: /^Work on take/ })).toHaveCount(0);
	await page.getByRole('button', { name: 'Cut out', exact: true }).click();
	await expect.poll(() => new URL(page.url()).searchParams.get('take')).not.toBe(parent);
	// The other way round: the take is shown, and the button goes back to it.
	await page.locator('main').focus();
	await page.keyboard.press('ArrowLeft');
	await page.getByRole('button', { name: /^Work on take \d+ instead$/ }).click();
	await expect.poll(() => new URL(page.url()).searchParams.get('take')).toBe(parent);
});

test('two takes are merged, a second one lends its colours at two weights, the file says so', async ({
	page
}) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.locator('[data-take] img').first().waitFor();
	const brief = page.url().replace(/\/sheet.*/, '');
	const [first, second] = await takesOf(page, 'turnstone-2');
	await page.goto(`${brief}/rework?take=${first}&way=lend&with=${second}`);
	const foot = page.locator('footer.narrow');
	const slots = page.getByRole('tablist');
	await expect(slots.getByRole('tab', { name: 'Subject' })).toContainText('\u2022');
	await expect(slots.getByRole('tab', { name: 'Look' })).toContainText('\u2022');
	await foot.getByRole('button', { name: 'Run 2' }).click();
	await resultsMade(page, 2);
	await expect(line(page)).toContainText('lent by: ');
	await expect(line(page)).toContainText('look weight 0.4 and 0.8');

	// Now its colours alone.
	for (const slot of ['Subject', 'Look']) {
		await slots.getByRole('tab', { name: slot }).click();
		await page.getByRole('button', { name: 'from the words only' }).click({ force: true });
	}
	await slots.getByRole('tab', { name: 'Colours' }).click();
	await page
		.getByRole('button', { name: /take \d+ only/ })
		.first()
		.click({ force: true });
	await page.getByLabel('Colours weight stops as a list').fill('0.3, 0.9');
	await page.keyboard.press('Enter');
	await foot.getByRole('button', { name: 'Run 2' }).click();
	await resultsMade(page, 4);
	await expect(line(page)).toContainText('colours weight 0.3 and 0.9');

	// What a model cannot take is said where it is chosen, and nothing is run.
	await page.getByRole('button', { name: /Gannet/ }).click();
	await expect(
		page.getByText('Gannet cannot take the colours of a picture.').first()
	).toBeVisible();
	await expect(foot.getByRole('button', { name: /^Run/ })).toBeDisabled();

	// The picture's file says what it was derived from.
	await page.goto(`${brief}/sheet?run=${await lastRun(page)}`);
	await page.locator('[data-take] img').first().waitFor();
	await page.locator('[data-take]').first().click();
	await page.getByRole('button', { name: 'Export PNG' }).click();
	const download = page.waitForEvent('download');
	await page.getByRole('dialog').getByRole('button', { name: /^Run/ }).click();
	const file = readFileSync(await (await download).path());
	expect(file.includes('DerivedFrom')).toBe(true);
	expect(file.includes(first)).toBe(true);
});

/** The run of the latest take that has a line. */
const lastRun = async (page: Page): Promise<string> =>
	(await tableOf<{ planId: string; number: number; line?: unknown[] }>(page, 'takes'))
		.filter(({ line }) => line?.length)
		.sort((a, b) => b.number - a.number)[0].planId;

test('more like a take of a batch are made near it, and taken back', async ({ page }) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.locator('[data-take] img').first().waitFor();
	const counted = page.getByText(/^\d+ takes$/).first();
	const before = Number((await counted.textContent())!.split(' ')[0]);
	await page.locator('[data-take]').nth(4).click();
	await page.keyboard.press('n');
	const asked = page.getByRole('dialog');
	await expect(asked).toContainText(/More like take \d+: \d+ takes? near it/);
	await expect(asked).toContainText('credits');
	const more = Number(/: (\d+) take/.exec((await asked.textContent())!)![1]);
	await asked
		.getByRole('button', { name: /Run|Make|Go/ })
		.first()
		.click();
	await expect(counted).toHaveText(`${before + more} takes`);
	await page.locator('[data-take]').nth(4).focus();
	await page.keyboard.press('u');
	await expect(page.getByText(/undone: more like take/)).toBeVisible();
	await expect(counted).toHaveText(`${before} takes`);
});

test('an adapter is taught from pictures of one\u2019s own, and stands on its dial', async ({
	page,
	browser
}) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.goto(page.url().replace(/\/sheet.*/, '/dials?more=adapter'));
	await page.getByRole('button', { name: 'teach one of your own' }).click();
	const dialog = page.getByRole('dialog');
	// Without name and pictures nothing is sent, and it is said why.
	await dialog.getByRole('button', { name: 'Teach it' }).click();
	await expect(dialog.getByRole('alert')).toContainText('Give it a name');
	await dialog.getByLabel('Name').fill('Marram woodcuts');
	const chooser = page.waitForEvent('filechooser');
	await dialog.getByRole('button', { name: 'choose pictures' }).click();
	const plain = new PNG({ width: 64, height: 48 });
	plain.data.fill(160);
	await (
		await chooser
	).setFiles([
		{ name: 'one.png', mimeType: 'image/png', buffer: PNG.sync.write(plain) },
		{ name: 'none.png', mimeType: 'image/png', buffer: Buffer.from('no picture') }
	]);
	await expect(dialog.getByRole('status')).toHaveText('1 picture chosen');
	await expect(dialog.getByRole('alert')).toContainText('none.png cannot be used');
	await dialog.getByRole('button', { name: 'Teach it' }).click();
	await expect(dialog).toBeHidden();
	await expect(page.getByRole('button', { name: /^Marram woodcuts/ }).first()).toHaveAttribute(
		'aria-pressed',
		'true'
	);
	// It is there after a reload, as every adapter.
	await page.reload();
	await expect(page.getByRole('button', { name: /^Marram woodcuts/ }).first()).toBeVisible();

	// It goes with the brief: on another machine it stands on its dial, with its pictures.
	await page.goto('/');
	await page.getByRole('button', { name: 'More for March cover' }).click();
	const download = page.waitForEvent('download');
	await page.getByRole('menuitem', { name: 'Export archive' }).click();
	const file = await (await download).path();
	const elsewhere = await (await browser.newContext()).newPage();
	await elsewhere.goto('/');
	const opening = elsewhere.waitForEvent('filechooser');
	await elsewhere.getByRole('button', { name: 'Open archive' }).click();
	await (await opening).setFiles(file);
	await elsewhere.waitForURL(/\/brief\//);
	await elsewhere.goto(elsewhere.url().replace(/(\/brief\/[\w-]+).*/, '$1/dials'));
	await expect(elsewhere.getByRole('button', { name: /^Marram woodcuts/ }).first()).toHaveAttribute(
		'aria-pressed',
		'true'
	);
	await elsewhere.context().close();
});

test('a picture made elsewhere is started from on the brief\u2019s own dials', async ({ page }) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.getByRole('button', { name: 'Bring in …' }).click();
	const plain = new PNG({ width: 96, height: 96 });
	plain.data.fill(160);
	await page
		.getByLabel('Files to bring in')
		.setInputFiles({ name: 'own.png', mimeType: 'image/png', buffer: PNG.sync.write(plain) });
	await expect(page.getByRole('status').filter({ hasText: '1 picture brought in' })).toBeVisible();
	await page.getByRole('button', { name: 'Close' }).locator('visible=true').click();
	const [id] = await takesOf(page, 'elsewhere');
	await page.goto(page.url().replace(/\/sheet.*/, `/rework?take=${id}`));
	await expect(line(page)).toContainText('it came from elsewhere');

	// It has no noise to be turned, and that is said; starting from it is what is open.
	const foot = page.locator('footer.narrow');
	await expect(page.getByLabel('Strength stops as a list')).toBeVisible();
	await page.getByRole('button', { name: 'Vary' }).click();
	await expect(page.getByText('made elsewhere: there is no noise of it')).toBeVisible();
	await page.getByRole('button', { name: 'Start from it' }).click();
	await page.getByLabel('Strength stops as a list').fill('0.4');
	await page.keyboard.press('Enter');
	await expect(foot).toContainText('credits');
	await foot.getByRole('button', { name: 'Run 1' }).click();
	await resultsMade(page, 1);
	await expect(line(page)).toContainText('started from: ');
});

test('a take that is not there, or was deleted, is said to be so', async ({ page }) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.goto(page.url().replace(/\/sheet.*/, '/rework?take=nowhere&from=//elsewhere'));
	await expect(page.getByText('There is no take to rework here')).toBeVisible();
	await expect(page.getByRole('link', { name: 'Back' })).toHaveAttribute(
		'href',
		/^\/brief\/[^/]+\/sheet$/
	);
});
