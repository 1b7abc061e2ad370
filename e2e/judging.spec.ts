import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';

/** What a scripted judge likes: worth of a stop, by dial. The best is Gannet at guidance 6. */
const likes: Record<string, Record<string, number>> = {
	model: { 'turnstone-2': 0, gannet: 2, eider: -1 },
	guidance: { 2.5: -1.2, 6: 1.5, 12: -0.5 }
};

/** Opens the demo, and forgets what was said of its takes. */
async function openUnjudged(page: Page): Promise<void> {
	await page.goto('/demo');
	await page.waitForURL(/\/brief\//);
	await page.evaluate(async () => {
		const db = await new Promise<IDBDatabase>((resolve) => {
			const open = indexedDB.open('dial-pick');
			open.onsuccess = () => resolve(open.result);
		});
		const change = db.transaction(['marks', 'answers'], 'readwrite');
		change.objectStore('marks').clear();
		change.objectStore('answers').clear();
		await new Promise((done) => (change.oncomplete = done));
		db.close();
	});
	await page.goto(page.url().replace(/\/sheet.*/, '/pairs'));
}

/**
 * The settings of the pictures in sight, left and right: found by how they look, among those in the
 * browser's database, since nothing on the page says them.
 */
function shown(page: Page): Promise<Record<string, string>[]> {
	return page.evaluate(async () => {
		// Addresses of pictures cannot be fetched by a script: what is seen is compared.
		const look = (picture: CanvasImageSource) => {
			const canvas = new OffscreenCanvas(48, 48);
			const context = canvas.getContext('2d')!;
			context.drawImage(picture, 0, 0, 48, 48);
			return context.getImageData(0, 0, 48, 48).data.join();
		};
		const store = window as unknown as { byLook?: Map<string, Record<string, string>> };
		if (!store.byLook) {
			const db = await new Promise<IDBDatabase>((resolve) => {
				const open = indexedDB.open('dial-pick');
				open.onsuccess = () => resolve(open.result);
			});
			const all = <T>(table: string) =>
				new Promise<T[]>((resolve) => {
					const request = db.transaction(table).objectStore(table).getAll();
					request.onsuccess = () => resolve(request.result as T[]);
				});
			const takes = await all<{ id: string; settings: Record<string, string> }>('takes');
			const pictures = await all<{ takeId: string; picture: Blob }>('pictures');
			db.close();
			store.byLook = new Map();
			for (const { takeId, picture } of pictures) {
				const image = new Image();
				image.src = URL.createObjectURL(picture);
				await image.decode();
				store.byLook.set(look(image), takes.find(({ id }) => id === takeId)!.settings);
			}
		}
		const images = [...document.querySelectorAll<HTMLImageElement>('main img')];
		return images.map((image) => store.byLook!.get(look(image))!);
	});
}

const worth = (settings: Record<string, string>): number =>
	Object.entries(likes).reduce((sum, [dial, by]) => sum + (by[String(settings[dial])] ?? 0), 0);

/** Numbers between 0 and 1 that are the same in every run (Park and Miller 1988). */
function steady(seed: number): () => number {
	let state = seed;
	return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

test('pairs by keyboard to a decided answer, to a pick that carries its evidence', async ({
	page
}, info) => {
	await openUnjudged(page);
	// The first run: three models at three guidance values on three seeds.
	const which = page.getByLabel('Which takes');
	const run = which.locator('option', { hasText: /^27 takes run/ });
	await which.selectOption(await run.getAttribute('value'));
	await expect(page.locator('main img')).toHaveCount(2);

	// Blind means blind: nothing in sight, in addresses or in what the browser keeps says a setting.
	const said = await page.evaluate(() => ({
		page: document.getElementById('main')!.outerHTML,
		title: document.title,
		address: location.href,
		kept: JSON.stringify({ ...localStorage }) + JSON.stringify({ ...sessionStorage }),
		images: [...document.querySelectorAll<HTMLImageElement>('main img')].map(
			({ src, alt }) => `${src} ${alt}`
		)
	}));
	for (const text of [said.page, said.title, said.address, said.kept])
		expect(text).not.toMatch(/turnstone|gannet|eider|lighthouse|guidance (?=\d)|karras|41207/i);
	expect(said.images.join(' ')).toMatch(/^blob:\S+ The left picture blob:\S+ The right picture$/);

	const roll = steady(7);
	const waits: number[] = [];
	const settled = page.getByText('Decided.');
	let answered = 0;
	for (; answered < 120; answered++) {
		if (answered >= 40 && (await settled.isVisible())) break;
		const [left, right] = await shown(page);
		const odds = 1 / (1 + Math.exp(-1.5 * (worth(left) - worth(right))));
		const before = await page.locator('main img').first().getAttribute('src');
		const second = await page.locator('main img').nth(1).getAttribute('src');
		// How long it takes until other pictures stand there, on the page's own clock.
		const wait = page.evaluate(
			([one, two]) =>
				new Promise<number>((resolve) => {
					const from = performance.now();
					const look = () => {
						const [a, b] = [...document.querySelectorAll<HTMLImageElement>('main img')];
						if (a && b && (a.src !== one || b.src !== two) && a.complete && b.complete)
							resolve(performance.now() - from);
						else requestAnimationFrame(look);
					};
					look();
				}),
			[before, second]
		);
		await page.keyboard.press(roll() < odds ? 'f' : 'j');
		waits.push(await wait);
		await expect(
			page.getByText(`${answered + 1} pair${answered ? 's' : ''} answered`)
		).toBeAttached();
	}
	await expect(settled).toBeVisible();
	waits.sort((a, b) => a - b);
	const says = `${answered} pairs; the next one stood after ${Math.round(waits[waits.length >> 1])} ms (median), ${Math.round(waits.at(-1)!)} ms at most`;
	console.log(`    ${says}`);
	info.annotations.push({ type: 'measured', description: says });
	// One in ten came again with its sides changed.
	await expect(page.getByText(/asked again\s+the same/)).toBeVisible();

	// An answer taken back brings its pair back.
	const last = await shown(page);
	await page.keyboard.press('f');
	await expect(page.getByText(`${answered + 1} pairs answered`)).toBeAttached();
	await page.keyboard.press('u');
	await expect(page.getByText(`${answered} pairs answered`)).toBeAttached();
	await expect.poll(() => shown(page)).toEqual(last);

	// The answer is the truth, in a sentence, with a take that shows it.
	await page.getByRole('link', { name: 'See findings' }).click();
	const best = page.getByRole('region', { name: 'Best settings' });
	await expect(best.getByRole('heading')).toHaveText('Gannet, guidance 6');
	await expect(best.getByText('Decided', { exact: true })).toBeVisible();
	await expect(best.getByText(/More pairs won.t change this/)).toBeVisible();
	await expect(best.getByRole('img')).toBeVisible();
	await expect(page.getByRole('heading', { name: 'Model', exact: true })).toBeVisible();
	const model = page
		.locator('article')
		.filter({ has: page.getByRole('heading', { name: 'Model', exact: true }) });
	await expect(model.locator('p').first()).toContainText('Gannet');
	await model.getByText('Numbers and method').click();
	await expect(model.getByRole('row').nth(1)).toContainText('Gannet');
	await expect(model.getByText(`From ${answered} blind pairs.`)).toBeVisible();

	// The pick keeps the evidence, goes out as a file, and comes back.
	await best
		.getByRole('button', { name: 'Save as pick' })
		.or(best.getByRole('link', { name: 'Save as pick' }))
		.click();
	await expect(page.getByText('the best settings, decided')).toBeVisible();
	await page.getByLabel('Name', { exact: true }).fill('Tower in pairs');
	await page.getByLabel('Why these').fill('It stands up in pairs.');
	await page.getByRole('button', { name: 'Save the pick' }).click();
	const card = page.locator('article').filter({ hasText: 'Tower in pairs' });
	await expect(card.getByText(`the artist: ${answered} blind pairs`)).toBeVisible();
	let download = page.waitForEvent('download');
	await card.getByRole('button', { name: 'Export' }).click();
	const file = await (await download).path();
	const { pick } = JSON.parse(readFileSync(file, 'utf8')) as {
		pick: {
			settings: { model: string; guidance: number; steps: number };
			evidence: { found: { chance: number; settled: boolean; pairs: number } };
		};
	};
	expect(pick.settings).toMatchObject({ model: 'gannet', guidance: 6, steps: 20 });
	expect(pick.evidence.found).toMatchObject({ settled: true, pairs: answered });
	expect(pick.evidence.found.chance).toBeGreaterThan(0.5);
	const choose = page.waitForEvent('filechooser');
	await page.getByRole('button', { name: 'Import a pick' }).click();
	await (await choose).setFiles(file);
	await expect(page.getByText('“Tower in pairs” is in the list.')).toBeVisible();
	await expect(page.locator('article').filter({ hasText: 'Tower in pairs' })).toHaveCount(2);

	// The record is one page with the picture inside, and no script.
	download = page.waitForEvent('download');
	await card.first().getByRole('button', { name: 'Record' }).click();
	const record = readFileSync(await (await download).path(), 'utf8');
	expect(record).toContain('<h1>Tower in pairs</h1>');
	expect(record).toContain('It stands up in pairs.');
	expect(record).toContain('data:image/webp;base64,');
	expect(record).not.toContain('<script');
	const sheet = await page.context().newPage();
	await sheet.setContent(record);
	const printed = (await sheet.pdf({ preferCSSPageSize: true })).toString('latin1');
	expect(printed.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
	await sheet.close();
});

test('one by one, settings hidden: marks are blind, and taken back', async ({ page }) => {
	await openUnjudged(page);
	await page.getByRole('tab', { name: 'one by one' }).click();
	await expect(page.locator('main img')).toHaveCount(1);
	await page.keyboard.press('k');
	await expect(page.getByText('1 take done')).toBeVisible();
	await page.keyboard.press('d');
	await expect(page.getByText('2 takes done')).toBeVisible();
	await page.keyboard.press('u');
	await expect(page.getByText('1 take done')).toBeVisible();
	await page.keyboard.press('m');
	await expect(page.getByText('2 takes done')).toBeVisible();
	await page.getByRole('link', { name: 'Findings', exact: true }).click();
	await expect(page.getByText('From 2 blind marks.')).toBeVisible();
});

test('takes that were marked with the settings in sight are marked again without', async ({
	page
}) => {
	await page.goto('/demo');
	await page.waitForURL(/\/brief\//);
	await page.goto(page.url().replace(/\/sheet.*/, '/pairs'));
	await page.getByRole('tab', { name: 'one by one' }).click();
	await expect(page.getByText('51 takes were marked with the settings in sight.')).toBeVisible();
	await page.getByRole('button', { name: 'Mark them again, settings hidden' }).click();
	await expect(page.locator('main img')).toHaveCount(1);
	await page.keyboard.press('k');
	await expect(page.getByText('50 to go, 1 take done')).toBeVisible();
	await page.keyboard.press('u');
	await expect(page.getByText('51 to go, 0 takes done')).toBeVisible();
	await page.keyboard.press('d');
	await page.getByRole('link', { name: 'Findings', exact: true }).click();
	await expect(page.getByText('1 blind mark, 50 marks with the settings in sight')).toBeVisible();
});

test('the next round: one taken back, its price said, run', async ({ page }) => {
	await page.goto('/demo');
	await page.waitForURL(/\/brief\//);
	await page.goto(page.url().replace(/\/sheet.*/, '/findings'));
	const round = page.getByRole('region', { name: 'Next round' });
	const left = async () => Number(/(\d+) settings on/.exec(await round.innerText())![1]);
	await expect(round.getByText(/settings on .* takes, .* credits/)).toBeVisible();
	const before = await left();
	await round.getByText(/^Why \d+ settings were dropped/).click();
	await round
		.locator('label')
		.filter({ hasText: /likely to be the best/ })
		.first()
		.click();
	await expect.poll(left).toBe(before + 1);
	const price = /([\d.]+) credits/.exec(await round.innerText())![1];
	await round.getByRole('button', { name: 'Add to the dials' }).click();
	await page.waitForURL(/\/dials/);
	const foot = page.locator('footer');
	await expect(foot).toContainText(price);
	await foot.getByRole('button', { name: /^Run \d+/ }).click();
	await page.waitForURL(/run=/);
	await expect(page.locator('[data-take] img').nth(1)).toBeVisible();
	await page.getByRole('button', { name: /making/ }).click();
	await page.getByRole('button', { name: 'stop', exact: true }).first().click();
});

test('a ballot goes out as one file, and its answers come back under a name', async ({
	page,
	browser
}, info) => {
	await openUnjudged(page);
	await page.getByRole('button', { name: 'Other eyes …' }).click();
	const dialog = page.getByRole('dialog');
	await dialog.getByLabel('What stands at its head').fill('Which <b>cover</b>?');
	await dialog.getByLabel('Number of pairs').selectOption('10');
	let download = page.waitForEvent('download');
	await dialog.getByRole('button', { name: 'Make the ballot' }).click();
	const ballot = info.outputPath('cover.ballot.html');
	await (await download).saveAs(ballot);
	await expect(dialog.getByText(/^10 pairs are in the file/)).toBeVisible();
	const html = readFileSync(ballot, 'utf8');
	expect(html.replace(/data:image\/webp;base64,[\w+/=]+/g, '')).not.toMatch(
		/turnstone|gannet|eider|lighthouse|guidance|https?:/i
	);

	// Somebody else's telephone: another profile, no network, the file alone.
	const other = await browser.newContext({
		viewport: { width: 390, height: 780 },
		hasTouch: true,
		acceptDownloads: true
	});
	const phone = await other.newPage();
	const trouble: string[] = [];
	phone.on('console', (one) => one.type() === 'error' && trouble.push(one.text()));
	phone.on('pageerror', (cause) => trouble.push(cause.message));
	await other.setOffline(true);
	await phone.goto(`file://${ballot}`);
	await expect(phone.getByRole('heading', { level: 1 })).toHaveText('Which <b>cover</b>?');
	await phone.getByLabel('Your name').fill('Wren');
	await phone.getByRole('button', { name: 'Begin' }).tap();
	for (let i = 0; i < 10; i++) {
		await expect(phone.getByText(`${i + 1} of 10`)).toBeVisible();
		if (i === 3) await phone.getByRole('button', { name: /^neither/ }).tap();
		else if (i === 5) await phone.keyboard.press('j');
		else await phone.getByRole('button', { name: 'The left or upper picture' }).tap();
	}
	download = phone.waitForEvent('download');
	await phone.getByRole('link', { name: 'Save the answers as a file' }).click();
	const answers = info.outputPath('wren.answers.json');
	await (await download).saveAs(answers);
	expect(trouble).toEqual([]);
	const text = await phone.getByLabel('The answers as text').inputValue();
	expect(text).toBe(readFileSync(answers, 'utf8'));

	// A second person at the same telephone begins anew, and a correction of the first is the same file.
	await phone.getByRole('button', { name: 'Somebody else answers' }).tap();
	await phone.getByLabel('Your name').fill('Teal');
	await phone.getByRole('button', { name: 'Begin' }).tap();
	await expect(phone.getByText('1 of 10')).toBeVisible();
	await phone.getByRole('button', { name: 'The left or upper picture' }).tap();
	await phone.reload();
	await expect(phone.getByRole('button', { name: 'Go on as Teal (1 of 10)' })).toBeVisible();
	await phone.getByRole('button', { name: 'Show the answers of Wren' }).tap();
	await phone.getByRole('button', { name: 'Go back to the last pair' }).tap();
	await phone.getByRole('button', { name: /^neither/ }).tap();
	const corrected = await phone.getByLabel('The answers as text').inputValue();
	const { file } = JSON.parse(text) as { file: string };
	expect(JSON.parse(corrected)).toMatchObject({ judge: 'Wren', file });
	await other.close();

	// Read back: first what is damaged, or another file altogether.
	const read = dialog.getByRole('button', { name: 'Read them in' });
	await dialog.getByLabel('The answers as text').fill(text.slice(0, 80));
	await dialog.getByLabel('Whose eyes').fill('Wren');
	await read.click();
	await expect(dialog.getByText(/Copy all of it, from \{ to \}/)).toBeVisible();
	await dialog
		.getByLabel('The answers as text')
		.fill(text.replace(/"ballot":"[^"]+"/, '"ballot":"elsewhere"'));
	await read.click();
	await expect(dialog.getByText(/belong to a ballot that was not given out/)).toBeVisible();
	const choose = page.waitForEvent('filechooser');
	await dialog.getByRole('button', { name: 'Choose the file …' }).click();
	await (await choose).setFiles(answers);
	await expect(dialog.getByLabel('The answers as text')).toHaveValue(text);
	await read.click();
	await expect(dialog.getByText('Read 10 answers of Wren.')).toBeVisible();
	// The name is in the file; what it replaces is said.
	await dialog.getByLabel('The answers as text').fill(corrected);
	await read.click();
	await expect(
		dialog.getByText('They replace the 10 answers of Wren that were read before.')
	).toBeVisible();
	await page.keyboard.press('Escape');

	// Two judges: findings for both, or for one alone.
	await page.keyboard.press('f');
	await expect(page.getByText('1 pair answered')).toBeAttached();
	await page.getByRole('link', { name: 'Findings', exact: true }).click();
	await expect(page.getByText('From 11 blind pairs.')).toBeVisible();
	await page.getByLabel('Whose judgements').selectOption('Wren');
	await expect(page.getByText('From 10 blind pairs.')).toBeVisible();
	await expect(page.getByRole('heading', { name: 'How Wren answers' })).toBeVisible();
});

test('pairs that cannot be chosen say why, and are chosen the next time', async ({ page }) => {
	await page.route('**/findings.worker*', (route) => route.abort());
	await openUnjudged(page);
	await expect(page.getByText(/could not be loaded: reload the page/)).toBeVisible();
	await page.unroute('**/findings.worker*');
	await page.reload();
	await expect(page.locator('main img')).toHaveCount(2);
});
