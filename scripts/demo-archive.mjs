// Makes the demo brief with the program itself, as a user would, and exports its archive.
import { mkdirSync, statSync } from 'node:fs';
import { resolve } from 'node:path';
import { withBrowser } from './browser.mjs';
import { root } from './steps.mjs';

const folder = resolve(root, 'static/demo');

/** @typedef {import('@playwright/test').Page} Page */

/** @param {Page} page @param {string} label @param {string} stops */
async function type(page, label, stops) {
	const field = page.getByLabel(label);
	await field.fill(stops);
	await field.press('Enter');
}

/** @param {Page} page @param {number} count */
async function run(page, count) {
	await page.getByRole('button', { name: `Run ${count}`, exact: true }).click();
	await page.waitForURL(/run=/);
	await page.waitForTimeout(1500);
	await page.waitForFunction(
		() => {
			const state = document.querySelector('header')?.textContent ?? '';
			return /takes?\b/.test(state) && !/making/.test(state);
		},
		undefined,
		{ timeout: 600_000, polling: 500 }
	);
}

/**
 * @param {Page} page @param {string} address @param {string} name @param {string} purpose
 * @param {string} credits
 */
async function begin(page, address, name, purpose, credits) {
	await page.goto(address);
	await page.getByRole('button', { name: 'New brief' }).first().click();
	await page.getByLabel('Name').fill(name);
	await page.getByLabel('What the pictures are for').fill(purpose);
	await page.getByLabel('Credits that may be spent').fill(credits);
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.waitForURL(/words/);
}

/** @param {Page} page @param {string} address @param {string} name @param {string} as */
async function exportAs(page, address, name, as) {
	await page.goto(address);
	await page.getByRole('button', { name: `More for ${name}` }).click();
	const download = page.waitForEvent('download');
	await page.getByRole('menuitem', { name: 'Export archive' }).click();
	const file = resolve(folder, as);
	await (await download).saveAs(file);
	console.log(`${file}: ${(statSync(file).size / 1e6).toFixed(1)} MB`);
}

/** A brief that has been worked through. @param {Page} page @param {string} address */
async function cover(page, address) {
	await begin(
		page,
		address,
		'March cover',
		'The Marram Almanac: twelve monthly covers in one manner',
		'400'
	);
	await page
		.getByLabel('Prompt', { exact: true })
		.fill('a lighthouse at dusk above a salt marsh, low sun behind the tower');
	for (const name of ['watermark', 'lettering', 'soft focus', 'extra limbs']) {
		await page.getByRole('button', { name, exact: true }).click();
	}
	await page.getByRole('button', { name: 'On to the dials' }).click();
	await page.getByRole('button', { name: /^Eider/ }).click();
	await type(page, 'Guidance stops as a list', '2.5, 6, 12');
	await type(page, 'Seeds as a list', '41207, 88310, 2719');
	await page.getByRole('button', { name: /^middle/ }).click();
	await run(page, 27);

	// The editor wondered how many steps are enough,
	await page.getByRole('link', { name: 'Dials' }).click();
	await page
		.getByRole('button', { name: /^B Eider|Eider/ })
		.first()
		.click();
	await type(page, 'Guidance stops as a list', '6');
	await type(page, 'Steps stops as a list', '1, 4, 8, 12, 28, 40');
	await type(page, 'Seeds as a list', '41207, 88310');
	await run(page, 24);

	// then tried April on four models.
	await page.getByRole('link', { name: 'Words' }).click();
	await page.getByLabel('Prompt', { exact: true }).fill('heron, salt marsh, dawn');
	await page.getByRole('link', { name: 'Dials' }).click();
	for (const name of [/^Curlew/, /^Sanderling/]) await page.getByRole('button', { name }).click();
	await type(page, 'Guidance stops as a list', '4, 7');
	await type(page, 'Steps stops as a list', '24');
	await run(page, 16);

	// Marks, by what the models say of their own pictures: whole, not burnt, on the prompt.
	await page.evaluate(async () => {
		const db = await new Promise((done) => {
			const open = indexedDB.open('dial-pick');
			open.onsuccess = () => done(open.result);
		});
		const takes = await new Promise((done) => {
			const all = db.transaction('takes').objectStore('takes').getAll();
			all.onsuccess = () => done(all.result);
		});
		const marks = db.transaction('marks', 'readwrite').objectStore('marks');
		for (const { id, briefId, signals, settings } of takes) {
			if (settings.prompt.startsWith('heron')) continue;
			const { wholeness, burn, agreement } = signals;
			const kind =
				settings.steps < 5 || burn > 0.15 || agreement < 8 || wholeness < 0.4
					? 'drop'
					: wholeness > 0.7 && burn < 0.09
						? 'keep'
						: 'maybe';
			marks.put({ takeId: id, briefId, kind, at: Date.now() });
		}
		await new Promise((done) => (marks.transaction.oncomplete = done));
	});
	await page.reload();

	// The pick: the row of guidance 6, among the takes of the first plan.
	await page.goto(page.url().replace(/\/sheet.*/, '/sheet'));
	await page.getByRole('link', { name: '6', exact: true }).click();
	await page.getByLabel('Name').fill('March cover, guidance 6');
	await page
		.getByLabel('Why these')
		.fill(
			'At 2.5 the pictures wander from the words, at 12 the colours burn. 6 keeps tower and light on every seed.'
		);
	await page.getByRole('button', { name: 'Save the pick' }).click();
	await page.getByText('keeps tower').waitFor();

	await exportAs(page, address, 'March cover', 'marram-almanac.brief.zip');
}

/** A brief that has just been begun: words and stops, and nothing run. @param {Page} page @param {string} address */
async function banner(page, address) {
	await begin(
		page,
		address,
		'June banner',
		'The Marram Almanac: a wide banner for the month',
		'120'
	);
	await page
		.getByLabel('Prompt', { exact: true })
		.fill('sailing dinghies off a salt marsh on a bright morning, wide view');
	await page.getByRole('button', { name: 'watermark', exact: true }).click();
	await page.getByRole('button', { name: 'On to the dials' }).click();
	await page.getByRole('button', { name: /^banner/ }).click();
	await type(page, 'Guidance stops as a list', '4, 7');
	await page.waitForTimeout(800);
	await exportAs(page, address, 'June banner', 'june-banner.brief.zip');
}

// With a name after the command that brief alone is made anew.
const [, , only] = process.argv;
mkdirSync(folder, { recursive: true });
await withBrowser(async (page, address) => {
	if (!only || only === 'cover') await cover(page, address);
	if (!only || only === 'banner') await banner(page, address);
});
