import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import { idle, kept, longTasks, newBrief, putRow, tableOf, watchPage } from './helpers';

const takes = (page: Page) => page.locator('[data-take]');
const ask = (page: Page) => page.getByRole('group', { name: 'What is looked for' });
const found = (page: Page) => ask(page).getByRole('status');

/** Adds takes straight in the database, of one brief, over many days, with small pictures. */
async function fill(count: number): Promise<void> {
	const open = indexedDB.open('dial-pick');
	const db = await new Promise<IDBDatabase>((resolve) => {
		open.onsuccess = () => resolve(open.result);
	});
	const read = <T>(table: string) =>
		new Promise<T[]>((resolve) => {
			const all = db.transaction(table).objectStore(table).getAll();
			all.onsuccess = () => resolve(all.result as T[]);
		});
	interface Row {
		briefId: string;
		settings: Record<string, unknown>;
	}
	const [like] = await read<Row>('takes');
	const canvas = new OffscreenCanvas(192, 192);
	const context = canvas.getContext('2d')!;
	const pictures: Blob[] = [];
	for (let i = 0; i < 24; i++) {
		context.fillStyle = `hsl(${i * 15} 60% 45%)`;
		context.fillRect(0, 0, 192, 192);
		pictures.push(await canvas.convertToBlob({ type: 'image/webp', quality: 0.7 }));
	}
	const things = ['heron', 'kite', 'ferry', 'crab', 'lamp', 'rope', 'oyster', 'harbour'];
	const day = 86_400_000;
	for (let at = 0; at < count; at += 500) {
		const change = db.transaction(['takes', 'pictures', 'measures'], 'readwrite');
		for (let i = at; i < Math.min(count, at + 500); i++) {
			const id = `many-${i}`;
			const [width, height] = [
				[512, 512],
				[768, 432],
				[432, 768]
			][i % 3];
			change.objectStore('takes').put({
				...like,
				id,
				number: 1000 + i,
				madeAt: Date.now() - day - Math.floor(i / 150) * day - i,
				settings: {
					...like.settings,
					prompt: `a ${things[i % 8]} beside a ${things[(i >> 3) % 8]}, page ${i % 97}`,
					width,
					height,
					guidance: 1 + (i % 20) / 2
				}
			});
			const one = pictures[i % 24];
			const of = { takeId: id, briefId: like.briefId };
			change.objectStore('pictures').put({ ...of, picture: one, thumbnail: one });
			change.objectStore('measures').put({
				...of,
				palette: [
					{
						name: 'any',
						hex: `#${((i * 2654435761) >>> 8).toString(16).padStart(6, '0')}`,
						share: 1
					}
				],
				hash: ((i * 2654435761) >>> 0).toString(16).padStart(16, '0'),
				values: {}
			});
		}
		await new Promise((resolve) => (change.oncomplete = resolve));
	}
	// Numbers that were given out are known to the brief.
	const change = db.transaction('briefs', 'readwrite');
	const briefs = change.objectStore('briefs');
	const own = briefs.get(like.briefId);
	own.onsuccess = () => briefs.put({ ...(own.result as object), numbered: 1000 + count });
	await new Promise((resolve) => (change.oncomplete = resolve));
	db.close();
}

test('a take of another brief is found by words and colour, starred, and started from; the search is kept', async ({
	page
}) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.locator('[data-take] img').first().waitFor();
	await newBrief(page, 'April banner');
	await page.getByRole('link', { name: 'Library' }).click();
	await expect(takes(page).first()).toBeVisible();
	await expect(found(page)).toHaveText('67 found');

	// By words, with a letter wrong.
	await page.getByLabel('Words, notes, names').fill('lighthuose dusk');
	await expect(found(page)).not.toHaveText('67 found');
	await page.getByLabel('Words, notes, names').fill('heron');
	const herons = (await tableOf<{ settings: { prompt: string } }>(page, 'takes')).filter(
		({ settings }) => /heron/i.test(settings.prompt)
	).length;
	await expect(found(page)).toHaveText(`${herons} found`);

	// By a model and a colour: what was not measured yet is measured.
	await page.getByLabel('Words, notes, names').fill('lighthouse');
	await page.getByLabel('Mostly this colour').fill('#c8687a');
	await expect(page.getByText('measuring how they look')).toBeHidden({ timeout: 120_000 });
	await expect(found(page)).toHaveText(/^[1-9]\d* found$/);
	const orange = Number((await found(page).innerText()).split(' ')[0]);
	expect(orange).toBeLessThan(51);
	await page.getByRole('button', { name: 'any colour' }).click();
	await expect
		.poll(async () => Number((await found(page).innerText()).split(' ')[0]))
		.toBeGreaterThan(orange);
	await ask(page).getByLabel('Which takes').selectOption('keep');
	await ask(page).getByLabel('Setting or measure').selectOption('guidance');
	await ask(page).getByLabel('At least').fill('5');
	await ask(page).getByLabel('At least').press('Enter');
	await expect(page).toHaveURL(/least=5/);
	const before = await found(page).innerText();

	// The search is kept under a name, and is there after a reload.
	await page.getByRole('button', { name: 'keep this search' }).click();
	await page.getByRole('dialog').getByLabel('Name').fill('good lighthouses');
	await page.getByRole('button', { name: 'Keep it' }).click();
	await ask(page).getByRole('button', { name: 'all', exact: true }).click();
	await expect(found(page)).toHaveText('67 found');
	await page.reload();
	await expect(found(page)).toHaveText('67 found');
	await ask(page).getByLabel('Kept searches').selectOption({ label: 'good lighthouses' });
	await expect(found(page)).toHaveText(before);

	// The best is starred by a key, taken back, and starred again.
	await takes(page).first().click();
	await page.keyboard.press('*');
	await expect(page.getByRole('button', { name: 'starred 1' })).toBeVisible();
	await page.keyboard.press('u');
	await expect(page.getByRole('button', { name: 'starred 0' })).toBeVisible();
	await page.keyboard.press('r');
	await page.getByRole('button', { name: 'starred 1' }).click();

	// What looks like it: the one itself first.
	const id = await takes(page).first().getAttribute('data-take');
	await page.getByRole('button', { name: 'Like this one' }).click();
	await ask(page).getByLabel('Which takes').selectOption('');
	await expect(takes(page).first()).toHaveAttribute('data-take', id!);

	// Started from, in the other brief.
	await page.getByLabel('Brief that settings go into').selectOption({ label: 'April banner' });
	await page.getByRole('button', { name: 'Start from it' }).click();
	await page.waitForURL(/\/dials$/);
	await expect(page.getByText('April banner').first()).toBeVisible();
	await expect(page.getByText(/March cover, take \d+/).first()).toBeVisible();
	// What that replaced comes back with one press.
	const rackOf = async () =>
		(await tableOf<{ name: string; rack: { start: string[] } }>(page, 'briefs')).find(
			({ name }) => name === 'April banner'
		)!.rack.start;
	expect(await rackOf()).not.toEqual(['']);
	await expect(page.getByText(/^Take \d+ is the start picture\./)).toBeVisible();
	await page.getByRole('button', { name: 'Undo', exact: true }).click();
	await expect.poll(rackOf).toEqual(['']);

	// Another brief begins with the settings of what was starred.
	await page.getByRole('link', { name: 'Briefs', exact: true }).click();
	await page.getByRole('button', { name: 'New brief' }).first().click();
	await page.getByLabel('Name').fill('May cover');
	const begin = page.getByLabel('Begin with the settings of');
	const option = await begin.locator('option', { hasText: /^take \d+ · March cover$/ }).innerText();
	await begin.selectOption({ label: option });
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.waitForURL(/\/words$/);
	const [may, starred] = await Promise.all([
		tableOf<{ name: string; rack: { guidance: number[]; model: string[] } }>(page, 'briefs'),
		tableOf<{ starred?: number; settings: { guidance: number; model: string } }>(page, 'takes')
	]);
	const { rack } = may.find(({ name }) => name === 'May cover')!;
	const { settings } = starred.find((one) => one.starred)!;
	expect([rack.guidance, rack.model]).toEqual([[settings.guidance], [settings.model]]);
});

test('what is chosen in the library is tagged, taken out, and deleted but for what has a star', async ({
	page
}) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.locator('[data-take] img').first().waitFor();
	await page.goto('/library');
	await expect(found(page)).toHaveText('67 found');
	await takes(page).nth(1).click();
	await page.keyboard.press('*');
	for (const i of [1, 4, 6])
		await takes(page)
			.nth(i)
			.click({ modifiers: ['Control'] });
	await page.getByPlaceholder('tag 3 takes').fill('  for the   cover ');
	await page.keyboard.press('Enter');
	await ask(page).getByLabel('Tag', { exact: true }).selectOption('for the cover');
	await expect(found(page)).toHaveText('3 found');
	await expect(page).toHaveURL(/tag=for/);
	await page.getByRole('button', { name: 'Take the tag “for the cover” away' }).click();
	await expect(found(page)).toHaveText('2 found');
	await page.keyboard.press('u');
	await expect(found(page)).toHaveText('3 found');
	await ask(page).getByLabel('In groups').selectOption({ label: 'by brief' });
	await expect(page.getByRole('heading', { name: 'March cover \u00b7 3' })).toBeVisible();

	// A table and a contact sheet of the three.
	await page.getByRole('button', { name: 'Take out …' }).click();
	const dialog = page.getByRole('dialog');
	const out = async (name: RegExp) => {
		const download = page.waitForEvent('download');
		await dialog.getByRole('button', { name }).click();
		return readFileSync(await (await download).path());
	};
	const [head, ...rows] = (await out(/^Table of settings/)).toString().trim().split('\r\n');
	expect(head).toMatch(/note,tags/);
	expect(rows.filter((row) => row.includes(',for the cover'))).toHaveLength(3);
	const { width, height } = await sharp(await out(/^Contact sheet/)).metadata();
	// A4 at 300 dpi, upright or lying (ISO 216).
	expect([width, height].sort()).toEqual([2480, 3508]);

	// The one with a star is asked about; the others go, and come back.
	await dialog.getByRole('button', { name: 'Delete 3 takes' }).click();
	await expect(dialog.getByRole('alert')).toHaveText('Among them are 1 take with a star.');
	await dialog.getByRole('button', { name: 'Delete the other 2' }).click();
	await expect(found(page)).toHaveText('1 found');
	await expect(page.getByText(/^2 takes deleted, \d+\.\d MB freed/)).toBeVisible();
	await page.keyboard.press('u');
	await expect(found(page)).toHaveText('3 found');

	// What a take lends goes onto the dials of a brief.
	await takes(page).first().click();
	await page.getByLabel('What its picture lends').selectOption({ label: 'colours' });
	await page.waitForURL(/\/dials/);
	await expect(page.getByText(/lends its colours/)).toBeVisible();
	const [{ rack }] = (
		await tableOf<{ name: string; rack: { colours: string[]; coloursWeight: number[] } }>(
			page,
			'briefs'
		)
	).filter(({ name }) => name === 'March cover');
	expect(rack.colours).toEqual([expect.stringMatching(/^[0-9a-f]{64}$/)]);
	expect(rack.coloursWeight).toEqual([0.4, 0.8]);
});

test(
	'20 000 takes are opened, scrolled, searched and starred at ease',
	{ tag: '@alone' },
	async ({ page }) => {
		test.slow();
		await page.goto('/demo');
		await page.waitForURL(/\/sheet/);
		await page.locator('[data-take] img').first().waitFor();
		await page.evaluate(fill, 20_000);
		await page.addInitScript(watchPage);
		await page.goto('/library');
		await page.waitForFunction(() => 'first' in window);
		const first = await page.evaluate(() => (window as unknown as { first: number }).first);
		await expect(page.getByText(/^20067 takes in 2 briefs$/)).toBeVisible({ timeout: 120_000 });
		await idle(page);
		const opening = await longTasks(page);

		const wall = page.locator('.wall');
		await wall.evaluate(async (element) => {
			for (let i = 0; i < 120; i++) {
				element.scrollBy(0, i < 90 ? 40 : 4000);
				await new Promise((resolve) => requestAnimationFrame(resolve));
			}
		});
		await idle(page);
		const scrolling = await longTasks(page);
		// However many there are, a screenful or two is in the page.
		expect(await takes(page).count()).toBeLessThan(160);

		const searched: number[] = [];
		for (const words of ['heron', 'heron crab', 'oyst', 'harbour kite', 'page 42']) {
			searched.push(
				await page.evaluate(async (text) => {
					const field = document.querySelector<HTMLInputElement>('.sought input[type=search]')!;
					const before = document.querySelector('.sought [role=status]')!.textContent;
					const begun = performance.now();
					field.value = text;
					field.dispatchEvent(new Event('input', { bubbles: true }));
					while (document.querySelector('.sought [role=status]')!.textContent === before)
						await new Promise((resolve) => setTimeout(resolve, 4));
					return Math.round(performance.now() - begun);
				}, words)
			);
			await idle(page);
		}
		const searching = await longTasks(page);
		// Counted in the page: to hand out twenty thousand takes takes longer than all the rest.
		const plain = await page.evaluate(async () => {
			const open = indexedDB.open('dial-pick');
			const db = await new Promise<IDBDatabase>((resolve) => {
				open.onsuccess = () => resolve(open.result);
			});
			const all = db.transaction('takes').objectStore('takes').getAll();
			await new Promise((resolve) => (all.onsuccess = resolve));
			db.close();
			return (all.result as { settings: { prompt: string } }[]).filter(
				({ settings }) => /\bpage/.test(settings.prompt) && /\b42/.test(settings.prompt)
			).length;
		});
		await expect(found(page)).toHaveText(`${plain} found`);
		console.log(
			`20 000 takes: first picture after ${Math.round(first)} ms; tasks over 50 ms: opening (${opening.join(', ')}), scrolling (${scrolling.join(', ')}), searching (${searching.join(', ')}); a search answered after ${searched.join(', ')} ms`
		);
		// Generous, for a busy machine: the figures are what is read.
		expect(Math.max(...searched)).toBeLessThan(3000);
		expect(scrolling.length).toBeLessThan(20);
	}
);

test('an empty library, and takes that are gone or have lost their picture, look right', async ({
	page
}) => {
	await page.goto('/library');
	await expect(page.getByText('Nothing was made yet')).toBeVisible();
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.locator('[data-take] img').first().waitFor();
	await page.goto('/library');
	await expect(found(page)).toHaveText('67 found');
	const id = (await takes(page).first().getAttribute('data-take'))!;
	await page.evaluate(async (gone) => {
		const open = indexedDB.open('dial-pick');
		const db = await new Promise<IDBDatabase>((resolve) => {
			open.onsuccess = () => resolve(open.result);
		});
		const change = db.transaction('pictures', 'readwrite');
		change.objectStore('pictures').delete(gone);
		await new Promise((resolve) => (change.oncomplete = resolve));
		db.close();
	}, id);
	await page.reload();
	await expect(page.locator(`[data-take="${id}"]`)).toContainText('picture missing');
	// It cannot be measured: asking by colour comes to an end all the same, and measures the others.
	await page.getByLabel('Mostly this colour').fill('#c8687a');
	await expect
		.poll(async () => (await tableOf(page, 'measures')).length, { timeout: 120_000 })
		.toBeGreaterThanOrEqual(66);
	await expect(page.getByText('measuring how they look')).toBeHidden();
	await page.getByRole('button', { name: 'any colour' }).click();

	// A brief that is deleted in another tab takes its takes along.
	const other = await page.context().newPage();
	await other.goto('/');
	await other.getByRole('button', { name: 'More for March cover' }).click();
	await other.getByRole('menuitem', { name: 'Delete' }).click();
	await other
		.getByRole('dialog')
		.getByRole('button', { name: /^Delete/ })
		.click();
	await expect(page.getByText('Nothing was made yet')).toBeVisible({ timeout: 30_000 });
	await other.close();

	// What is asked for in vain is said, and all is one press away.
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.goto('/library?find=nobody+wrote+this');
	await expect(page.getByText('Nothing is like that')).toBeVisible();
	await page.getByRole('button', { name: /show all/ }).click();
	await expect(found(page)).toHaveText('67 found');
});

test('everything is backed up into one file, and comes back into a fresh profile and into a part of itself', async ({
	page,
	browser
}) => {
	test.slow();
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.locator('[data-take] img').first().waitFor();
	await page.evaluate(fill, 300);
	await page.goto('/library');
	await expect(page.getByText(/^367 takes in 2 briefs$/)).toBeVisible({ timeout: 60_000 });
	/** What was measured in the pictures of the demo. */
	const measured = async (where: Page) =>
		(await tableOf<{ takeId: string; hash: string }>(where, 'measures')).filter(
			({ takeId }) => !takeId.startsWith('many-')
		);
	// One is told from a measuring made anew.
	const [one] = await measured(page);
	await putRow(page, 'measures', { ...one, hash: '0123456789abcdef' });
	const measures = await measured(page);
	expect(measures.length).toBe(67);
	expect(measures.filter(({ hash }) => hash === '0123456789abcdef').length).toBe(1);
	await page.getByRole('button', { name: 'Backup' }).click();
	const dialog = page.getByRole('dialog');
	const download = page.waitForEvent('download');
	await dialog.getByRole('button', { name: 'Back everything up' }).click();
	const file = await (await download).path();
	await expect(dialog.getByText('Everything is in the file')).toBeVisible();
	const before = await kept(page);

	// Into a profile in which nothing is.
	const fresh = await browser.newContext();
	const other = await fresh.newPage();
	await other.goto('/library');
	await other.getByText('Nothing was made yet').waitFor();
	await other.getByRole('button', { name: 'Backup' }).click();
	const restore = async (where: Page) => {
		const chooser = where.waitForEvent('filechooser');
		await where.getByRole('button', { name: 'Bring a backup back' }).click();
		await (await chooser).setFiles(file);
	};
	await restore(other);
	await expect(other.getByText('367 takes came back.')).toBeVisible({ timeout: 240_000 });
	expect(await kept(other)).toEqual(before);
	expect(await measured(other)).toEqual(measures);
	await fresh.close();

	// Into one that has a part of it: only what is gone comes in.
	await page.evaluate(async () => {
		const open = indexedDB.open('dial-pick');
		const db = await new Promise<IDBDatabase>((resolve) => {
			open.onsuccess = () => resolve(open.result);
		});
		const change = db.transaction(['takes', 'pictures'], 'readwrite');
		for (let i = 0; i < 90; i++) {
			change.objectStore('takes').delete(`many-${i * 3}`);
			change.objectStore('pictures').delete(`many-${i * 3}`);
		}
		await new Promise((resolve) => (change.oncomplete = resolve));
		db.close();
	});
	await restore(page);
	await expect(page.getByText('90 takes came back.')).toBeVisible({ timeout: 120_000 });
	expect(await kept(page)).toEqual(before);
	await restore(page);
	await expect(page.getByText('Everything in the backup was here already.')).toBeVisible({
		timeout: 120_000
	});
	expect(await kept(page)).toEqual(before);

	// What is no backup is refused in a sentence.
	const chooser = page.waitForEvent('filechooser');
	await page.getByRole('button', { name: 'Bring a backup back' }).click();
	await (
		await chooser
	).setFiles({ name: 'a.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip') });
	await expect(dialog.getByRole('alert')).toContainText('This is not a Dial Pick backup');
});
