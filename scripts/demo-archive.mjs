// Makes the demo brief with the program itself, as a user would, and exports its archive.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { withBrowser } from './browser.mjs';
import { root } from './steps.mjs';

const folder = resolve(root, 'static/demo');

/** @typedef {import('@playwright/test').Page} Page */
/**
 * A take by how it looks, with what made it and what its model says of it.
 * @typedef {{
 *   look: number[],
 *   settings: { model: string, guidance: number, steps: number },
 *   signals: { wholeness: number, burn: number, agreement: number }
 * }} Seen
 */

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

/**
 * An archive whose small pictures are written with more effort than a browser takes.
 * @param {Uint8Array} zip
 * @param {boolean} written whether they were already: each writing takes something from them
 */
async function packedTight(zip, written = false) {
	/** @type {import('fflate').Zippable} */
	const files = {};
	for (const [name, bytes] of Object.entries(unzipSync(zip))) {
		const tight =
			name.startsWith('thumbs/') && !written
				? await sharp(bytes).webp({ quality: 72, effort: 6, smartSubsample: true }).toBuffer()
				: bytes;
		files[name] = [tight, { level: /\.(json|csv)$/.test(name) ? 6 : 0 }];
	}
	return zipSync(files, { mtime: new Date(2026, 0, 1) });
}

/** Waits until every picture of a brief that is open is measured. @param {Page} page */
async function allMeasured(page) {
	await page.goto(page.url().replace(/(\/brief\/[^/]+).*/, '$1/sheet'));
	await page.evaluate(async () => {
		/** @type {IDBDatabase} */
		const db = await new Promise((done) => {
			const open = indexedDB.open('dial-pick');
			open.onsuccess = () => done(open.result);
		});
		const count = (/** @type {string} */ table) =>
			new Promise((done) => {
				const request = db.transaction(table).objectStore(table).count();
				request.onsuccess = () => done(request.result);
			});
		while ((await count('measures')) !== (await count('pictures')))
			await new Promise((done) => setTimeout(done, 500));
		db.close();
	});
}

/**
 * @param {Page} page @param {string} address @param {string} name @param {string} as
 * @param {boolean} [written] whether its small pictures are those that ship already
 */
async function exportAs(page, address, name, as, written) {
	await page.goto(address);
	await page.getByRole('button', { name: `More for ${name}` }).click();
	const download = page.waitForEvent('download');
	await page.getByRole('menuitem', { name: 'Export archive' }).click();
	const file = resolve(folder, as);
	const zip = await packedTight(readFileSync(await (await download).path()), written);
	writeFileSync(file, zip);
	console.log(`${file}: ${(zip.length / 1e6).toFixed(1)} MB`);
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
	const runs = page.getByLabel('Takes of');
	await runs.selectOption(await runs.locator('option', { hasText: /27$/ }).getAttribute('value'));
	await page.getByRole('link', { name: '6', exact: true }).click({ timeout: 20_000 });
	await page.getByLabel('Name', { exact: true }).fill('March cover, guidance 6');
	await page
		.getByLabel('Why these')
		.fill(
			'At 2.5 the pictures wander from the words, at 12 the colours burn. 6 keeps tower and light on every seed.'
		);
	await page.getByRole('button', { name: 'Save the pick' }).click();
	await page.getByText('keeps tower').waitFor();
	await judgeCover(page);

	await allMeasured(page);
	await exportAs(page, address, 'March cover', 'marram-almanac.brief.zip');
}

/**
 * Installs, in a page with two pictures, what tells which takes they are by how they look, and what
 * the models said of those: whole, on the prompt, not burnt.
 * @param {Page} page
 */
const takesInSight = (page) =>
	page.evaluate(async () => {
		const here = /** @type {{ known?: Seen[] }} */ (/** @type {unknown} */ (window));
		const look = (/** @type {HTMLImageElement} */ image) => {
			const canvas = new OffscreenCanvas(24, 24);
			const context = canvas.getContext('2d', { willReadFrequently: true });
			if (!context) throw new Error('no canvas');
			context.drawImage(image, 0, 0, 24, 24);
			return [...context.getImageData(0, 0, 24, 24).data];
		};
		if (!here.known) {
			/** @type {IDBDatabase} */
			const db = await new Promise((done) => {
				const open = indexedDB.open('dial-pick');
				open.onsuccess = () => done(open.result);
			});
			const all = (/** @type {string} */ table) =>
				/** @type {Promise<any[]>} */ (
					new Promise((done) => {
						const request = db.transaction(table).objectStore(table).getAll();
						request.onsuccess = () => done(request.result);
					})
				);
			const pictures = new Map((await all('pictures')).map((one) => [one.takeId, one.thumbnail]));
			here.known = [];
			for (const { id, settings, signals } of await all('takes')) {
				const image = new Image();
				image.src = URL.createObjectURL(pictures.get(id));
				await image.decode();
				here.known.push({ look: look(image), settings, signals });
			}
		}
		const all = here.known;
		return [...document.querySelectorAll('main img')].map((image) => {
			const seen = look(/** @type {HTMLImageElement} */ (image));
			const apart = (/** @type {Seen} */ { look: known }) =>
				known.reduce((sum, one, i) => sum + (one - seen[i]) ** 2, 0);
			const { settings, signals } = all.reduce((a, b) => (apart(b) < apart(a) ? b : a));
			return { settings, signals };
		});
	});

/** Numbers between 0 and 1, the same in every run (Park and Miller 1988). @param {number} seed */
function steady(seed) {
	let state = seed;
	return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

/**
 * How the editor likes a take: gentle colours, nothing broken, and what the prompt says.
 * @param {Omit<Seen, 'look'>} take
 */
const liked = ({ settings, signals: { wholeness, burn, agreement } }) =>
	3 * wholeness -
	9 * burn +
	0.04 * Math.min(agreement, 30) +
	(settings.steps < 8 ? -2.5 : 0) +
	(settings.model === 'gannet' ? 0.4 : 0);

/** The editor judges in blind pairs, and a friend by a ballot; the settings that win are picked. @param {Page} page */
async function judgeCover(page) {
	const brief = page.url().replace(/(\/brief\/[^/]+).*/, '$1');
	await page.goto(`${brief}/pairs`);
	const roll = steady(41207);
	const answer = async (/** @type {number} */ noise) => {
		const [left, right] = (await takesInSight(page)).map(liked);
		const by = (left - right) * noise;
		return Math.abs(by) < 0.15 ? ' ' : roll() < 1 / (1 + Math.exp(-by)) ? 'f' : 'j';
	};
	for (let i = 0; i < 44; i++) {
		await page.locator('main img').nth(1).waitFor();
		await page.keyboard.press(await answer(1.6));
		await page.getByText(`${i + 1} pair${i ? 's' : ''} answered`).waitFor({ state: 'attached' });
	}

	// The ballot is opened in a page of its own; which takes stand in it is looked up here.
	await page.getByRole('button', { name: 'Other eyes \u2026' }).click();
	await page.getByLabel('What stands at its head').fill('Which cover for March?');
	const download = page.waitForEvent('download');
	await page.getByRole('button', { name: 'Make the ballot' }).click();
	const ballot = resolve(root, 'build/demo.ballot.html');
	await (await download).saveAs(ballot);
	const other = await /** @type {import('@playwright/test').Browser} */ (
		page.context().browser()
	).newPage();
	await other.goto(`file://${ballot}`);
	const known = await page.evaluate(
		() => /** @type {{ known: Seen[] }} */ (/** @type {unknown} */ (window)).known
	);
	await other.evaluate((all) => {
		/** @type {{ known: Seen[] }} */ (/** @type {unknown} */ (window)).known = all;
	}, known);
	for (let i = 0; i < 20; i++) {
		await other.getByText(`${i + 1} of 20`).waitFor();
		const [left, right] = (await takesInSight(other)).map(liked);
		await other.keyboard.press(roll() < 1 / (1 + Math.exp(-(left - right))) ? 'f' : 'j');
	}
	const answers = await other.getByLabel('The answers as text').inputValue();
	await other.close();
	await page.getByLabel('The answers as text').fill(answers);
	await page.getByLabel('Whose eyes').fill('Wren');
	await page.getByRole('button', { name: 'Read them in' }).click();
	await page.getByText('20 answers of Wren are in.').waitFor();
	await page.keyboard.press('Escape');

	await page.goto(`${brief}/findings`);
	await page.getByRole('link', { name: 'Save as the pick' }).click();
	await page.getByText('judged by', { exact: true }).waitFor();
	await page
		.getByLabel('Why these')
		.fill(
			'Ahead in blind pairs, mine and Wren\u2019s: whole, on the words, and the light does not burn.'
		);
	await page.getByRole('button', { name: 'Save the pick' }).click();
	await page.getByText('Ahead in blind pairs').waitFor();
}

/** The demo that ships, judged further, without making its pictures anew. @param {Page} page @param {string} address */
async function judged(page, address) {
	await page.goto(`${address}/demo`);
	await page.waitForURL(/\/brief\//);
	// What was judged before, and picked from it, is judged anew.
	await page.evaluate(async () => {
		const db = await /** @type {Promise<IDBDatabase>} */ (
			new Promise((done) => {
				const open = indexedDB.open('dial-pick');
				open.onsuccess = () => done(open.result);
			})
		);
		const change = db.transaction(['answers', 'ballots', 'picks'], 'readwrite');
		change.objectStore('answers').clear();
		change.objectStore('ballots').clear();
		const picks = change.objectStore('picks');
		const all = picks.getAll();
		all.onsuccess = () => {
			for (const { id, from } of all.result) if (from.kind === 'findings') picks.delete(id);
		};
		await new Promise((done) => (change.oncomplete = done));
		db.close();
	});
	await judgeCover(page);
	await allMeasured(page);
	await exportAs(page, address, 'March cover', 'marram-almanac.brief.zip', true);
}

/** The demo that ships, measured anew and packed as archives are packed now. @param {Page} page @param {string} address */
async function again(page, address) {
	await page.goto(`${address}/demo`);
	await page.waitForURL(/\/brief\//);
	await page.evaluate(async () => {
		/** @type {IDBDatabase} */
		const db = await new Promise((done) => {
			const open = indexedDB.open('dial-pick');
			open.onsuccess = () => done(open.result);
		});
		const change = db.transaction('measures', 'readwrite');
		change.objectStore('measures').clear();
		await new Promise((done) => (change.oncomplete = done));
		db.close();
	});
	await allMeasured(page);
	await exportAs(page, address, 'March cover', 'marram-almanac.brief.zip', true);
}

/**
 * The demo's takes made anew on the same settings, as after a change of the engine that makes other
 * bytes of them: pictures, small pictures, hashes, signals, and how long they took. What was judged
 * stays as it is; what was measured goes with the old bytes, and is measured again by `again`.
 * @param {string} address
 */
async function remade(address) {
	const file = resolve(folder, 'marram-almanac.brief.zip');
	const files = unzipSync(readFileSync(file));
	const archive = JSON.parse(new TextDecoder().decode(files['brief.json']));
	const at = `${address}/api/render/v1`;
	const takes = archive.takes.map((/** @type {any} */ { id, settings }) => ({
		...settings,
		ref: id,
		output: { format: 'webp', preview: false }
	}));
	const sent = await fetch(`${at}/jobs`, {
		method: 'POST',
		headers: { 'content-type': 'application/json' },
		body: JSON.stringify({ key: crypto.randomUUID(), takes })
	});
	if (sent.status !== 202) throw new Error(await sent.text());
	const ticket = await sent.json();
	// Events end with the job.
	const events = await (await fetch(`${at}/jobs/${ticket.job}/events`)).text();
	const told = new Map(
		events
			.split('\n\n')
			.filter((one) => one.includes('event: done'))
			.map((one) => JSON.parse(/^data: (.*)$/m.exec(one)?.[1] ?? '{}'))
			.map((done) => [done.take, done])
	);
	let apart = 0;
	for (const { ref, take } of ticket.takes) {
		const one = archive.takes.find((/** @type {any} */ { id }) => id === ref);
		const done = told.get(take);
		if (!done) throw new Error(`Take ${one.number} was not made.`);
		const picture = new Uint8Array(await (await fetch(`${at}/takes/${take}/image`)).arrayBuffer());
		const raw = (/** @type {Uint8Array} */ bytes) => sharp(bytes).raw().toBuffer();
		const [before, now] = [await raw(files[`images/${ref}.webp`]), await raw(picture)];
		let sum = 0;
		for (let i = 0; i < now.length; i++) sum += Math.abs(now[i] - before[i]);
		apart = Math.max(apart, sum / now.length);
		files[`images/${ref}.webp`] = picture;
		const { width } = await sharp(files[`thumbs/${ref}`]).metadata();
		files[`thumbs/${ref}`] = await sharp(picture).resize(width).webp({ quality: 72 }).toBuffer();
		const { pixels, signals, unread, seconds } = done;
		Object.assign(one, { pixels, signals, unread, seconds });
	}
	files['brief.json'] = new TextEncoder().encode(JSON.stringify(archive));
	const zip = await packedTight(zipSync(files, { level: 0 }));
	writeFileSync(file, zip);
	console.log(
		`${file}: ${takes.length} takes made anew, ${(zip.length / 1e6).toFixed(1)} MB; the one that differs most is ${apart.toFixed(2)} of 255 apart in the mean`
	);
}

/**
 * The demo that ships, with a narrowing that has gone half way: it is paused, goes by the takes of the first
 * run, and has a few more values to try. No picture is made.
 */
async function narrowing() {
	const file = resolve(folder, 'marram-almanac.brief.zip');
	const files = unzipSync(readFileSync(file));
	const archive = JSON.parse(new TextDecoder().decode(files['brief.json']));
	const [first] = archive.plans;
	const own = archive.answers.filter((/** @type {any} */ { judge }) => judge === '');
	archive.brief.narrowing = {
		rack: {
			...first.rack,
			model: [...first.rack.model, 'curlew'],
			guidance: [2.5, 4, 6, 9, 12],
			batch: [0]
		},
		credits: 12,
		pairs: own.length * 2,
		out: [],
		stay: [],
		paused: true,
		begunAt: Math.min(...own.map((/** @type {any} */ { at }) => at)) - 1
	};
	files['brief.json'] = new TextEncoder().encode(JSON.stringify(archive));
	writeFileSync(file, await packedTight(zipSync(files, { level: 0 })));
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
	if (only === 'judged') await judged(page, address);
	if (only === 'again') await again(page, address);
	if (only === 'remade') await remade(address);
	if (!only || only === 'narrowing') await narrowing();
	if (!only || only === 'banner') await banner(page, address);
});
