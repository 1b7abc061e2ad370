import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { alerts, idle, newBrief, storedTakes, typeStops } from './helpers';
import { StubService } from './stub-service';

/** A call to the letter, which clients would tidy up first: its status, headers and body. */
function call(
	base: string,
	method: string,
	path: string,
	headers: Record<string, string> = {},
	version = '1.1'
): Promise<{ status: number; headers: Record<string, string>; body: string }> {
	const { hostname, port, host } = new URL(base);
	const all = { ...(version === '1.1' ? { host } : {}), ...headers, connection: 'close' };
	const lines = Object.entries(all).map(([name, value]) => `${name}: ${value}`);
	return new Promise((done, failed) => {
		const socket = connect(Number(port), hostname);
		let text = '';
		socket.setEncoding('utf8').setTimeout(20_000, () => socket.destroy());
		socket.on('data', (part: string) => (text += part));
		socket.on('error', failed);
		socket.on('close', () => {
			const [head, ...rest] = text.split('\r\n\r\n');
			const [first, ...fields] = head.split('\r\n');
			done({
				status: Number(first.split(' ')[1] ?? 0),
				headers: Object.fromEntries(
					fields.map((field) => {
						const at = field.indexOf(':');
						return [field.slice(0, at).toLowerCase(), field.slice(at + 1).trim()];
					})
				),
				body: rest.join('\r\n\r\n')
			});
		});
		socket.write(`${method} ${path} HTTP/${version}\r\n${lines.join('\r\n')}\r\n\r\n`);
	});
}

/** The same path, written in ways that mean the same to whoever decodes it. */
const spellings = (path: string) => [
	path,
	path.replace('api', '%61pi'),
	path.replace('/api/render', '/%61%70%69/%72%65%6e%64%65%72'),
	path.replace('render', 'r%65nder'),
	`${path}/`,
	`${path}?a=/brief`,
	path.replace('/api', '//api'),
	path.replace('/v1', '/./v1'),
	path.replace('/v1', '/x/../v1'),
	path.replace('/v1', '%2Fv1')
];

test('no call gets in under another name or from another page, however its address is written', async ({
	baseURL
}) => {
	const { paths } = (await (await fetch(`${baseURL}/api/render/v1/openapi.json`)).json()) as {
		paths: Record<string, Record<string, unknown>>;
	};
	const routes = Object.entries(paths).flatMap(([path, methods]) =>
		Object.keys(methods).map((method) => ({
			method: method.toUpperCase(),
			path: `/api/render/v1${path.replace(/^\/api\/render\/v1/, '').replace(/\{\w+\}/g, 'x')}`
		}))
	);
	expect(routes.length).toBeGreaterThan(11);
	const { host } = new URL(baseURL!);
	const strangers: Record<string, string>[] = [
		{ host: 'elsewhere.example' },
		{ host: `${host}.elsewhere.example` },
		{ host: '' },
		{ origin: 'https://elsewhere.example' },
		{ origin: 'null' },
		{ origin: '' }
	];
	for (const { method, path } of routes)
		for (const spelling of spellings(path))
			for (const stranger of strangers) {
				const { status, body } = await call(baseURL!, method, spelling, stranger);
				const said = `${method} ${spelling} ${JSON.stringify(stranger)}: ${status}`;
				// Refused, or no such route at all; never served, and never a word of what is there.
				expect([400, 403, 404, 405, 308], said).toContain(status);
				expect(body, said).not.toMatch(/turnstone|maxPixels|"openapi"/i);
			}
	// One that names no host at all.
	for (const spelling of spellings('/api/render/v1/models'))
		expect([400, 403, 404, 308]).toContain(
			(await call(baseURL!, 'GET', spelling, {}, '1.0')).status
		);
	// The same calls of this machine are served.
	expect((await call(baseURL!, 'GET', '/%61pi/render/v1/models')).status).toBe(200);
});

test('at an address that the browser does not trust a page says so, and where it can be opened', async ({
	page,
	baseURL
}) => {
	await page.route('http://studio.example/**', async (route) => {
		const { pathname } = new URL(route.request().url());
		await route.fulfill({ response: await route.fetch({ url: baseURL + pathname }) });
	});
	for (const path of ['/', '/demo', '/library']) {
		await page.goto(`http://studio.example${path}`);
		const title = page.getByRole('heading', { name: 'Dial Pick cannot work at this address' });
		await expect(title).toBeVisible();
		// Nothing lies over it.
		await title.click({ trial: true });
		await expect(alerts(page)).toContainText('https://studio.example');
		await expect(alerts(page)).toContainText('http://localhost');
		await expect(page.getByRole('navigation')).toHaveCount(0);
	}
});

test('every answer carries the headers that keep others out', async ({ baseURL, page }) => {
	for (const path of [
		'/',
		'/demo/june-banner.brief.zip',
		'/icon.svg',
		'/api/render/v1/models',
		'/api/render/v1/takes/none/image',
		'/no-such-page'
	]) {
		const { headers } = await call(baseURL!, 'GET', path);
		expect(headers['x-content-type-options'], path).toBe('nosniff');
		expect(headers['referrer-policy'], path).toBe('no-referrer');
		expect(headers['x-frame-options'], path).toBe('DENY');
		expect(headers['content-security-policy'], path).toBeTruthy();
	}
	const { headers } = await call(baseURL!, 'GET', '/');
	const policy = String(headers['content-security-policy']);
	expect(policy).toContain("frame-ancestors 'none'");
	expect(/script-src ([^;]*)/.exec(policy)![1]).not.toContain('unsafe-inline');
	// A script that stands in the page itself is not run.
	await page.goto('/');
	const ran = await page.evaluate(() => {
		const script = document.createElement('script');
		script.textContent = 'window.ran = true';
		document.body.append(script);
		return (window as unknown as { ran?: boolean }).ran ?? false;
	});
	expect(ran).toBe(false);
});

test('a picture is handed out as a file that nothing shows as a page', async ({ baseURL }) => {
	const take = {
		ref: 'a',
		model: 'dunlin',
		prompt: 'a crab',
		negative: '',
		width: 256,
		height: 256,
		guidance: 3,
		steps: 4,
		sampler: 'euler',
		schedule: 'karras',
		seed: 1
	};
	const base = `${baseURL}/api/render/v1`;
	const response = await fetch(`${base}/jobs`, {
		method: 'POST',
		headers: { 'content-type': 'application/json' },
		body: JSON.stringify({ key: crypto.randomUUID(), takes: [take] })
	});
	const { job, takes } = (await response.json()) as { job: string; takes: { take: string }[] };
	await fetch(`${base}/jobs/${job}/events`).then((events) => events.text());
	const picture = await fetch(`${base}/takes/${takes[0].take}/image`);
	expect(picture.headers.get('content-disposition')).toMatch(
		/^attachment; filename="[\w-]+\.png"$/
	);
	expect(picture.headers.get('content-security-policy')).toMatch(/sandbox/);
	expect(picture.headers.get('x-content-type-options')).toBe('nosniff');
});

test.describe('a service that is broken, or means ill', () => {
	let stub: StubService;
	let address: string;
	test.beforeEach(async ({ baseURL }) => {
		stub = new StubService(baseURL!);
		address = await stub.start();
	});
	test.afterEach(() => stub.stop());

	async function run(page: Page, seeds = '1, 2, 3') {
		await newBrief(page, 'Hostile', address);
		await page.getByRole('textbox', { name: 'Prompt', exact: true }).fill('a heron');
		await page.getByRole('button', { name: 'On to the dials' }).click();
		await page.getByRole('button', { name: /Gannet/ }).click();
		await typeStops(page, 'Guidance stops as a list', '6');
		await typeStops(page, 'Seeds as a list', seeds);
		await page.getByRole('button', { name: /^Run \d+$/ }).click();
		await page.waitForURL(/run=/);
	}
	const states = async (page: Page) =>
		(await storedTakes(page)).map(({ state }) => state).join(' ');

	test('has its pictures kept by their bytes: a page is no picture, and its take says so', async ({
		page
	}) => {
		stub.pictures = (take, send) => {
			const page = '<!doctype html><script>document.title = "ran"</script>';
			if (take.endsWith('1')) send(200, 'image/webp', Buffer.from(page));
			else send(200, 'text/html', stub.flat(3));
		};
		await run(page, '1 to 12');
		await expect.poll(() => states(page), { timeout: 60_000 }).not.toMatch(/waiting/);
		const kept = await page.evaluate(async () => {
			const open = indexedDB.open('dial-pick');
			const db = await new Promise<IDBDatabase>((done) => {
				open.onsuccess = () => done(open.result);
			});
			const all = db.transaction('pictures').objectStore('pictures').getAll();
			return new Promise<string[]>((done) => {
				all.onsuccess = () =>
					done((all.result as { picture: Blob }[]).map(({ picture }) => picture.type));
			});
		});
		expect(kept.length).toBeGreaterThan(7);
		expect(new Set(kept)).toEqual(new Set(['image/png']));
		expect(await states(page)).toMatch(/failed/);
		await expect(
			page.getByText(/cannot be used. This is not a PNG, JPEG or WebP/).first()
		).toBeAttached();
	});

	test('floods with events, and the page stays at ease', { tag: '@alone' }, async ({ page }) => {
		stub.flood = 40_000;
		await run(page);
		await page.evaluate(() => {
			const store = window as unknown as { long: number[] };
			store.long = [];
			new PerformanceObserver((list) => {
				for (const { duration } of list.getEntries()) store.long.push(duration);
			}).observe({ type: 'longtask', buffered: false });
		});
		const began = Date.now();
		await expect.poll(() => states(page), { timeout: 120_000 }).toBe('done done done');
		const long = await page.evaluate(() => (window as unknown as { long: number[] }).long);
		const share = long.reduce((sum, ms) => sum + ms, 0) / (Date.now() - began);
		console.log(
			`    120 000 events: ${long.length} tasks over 50 ms, ${(100 * share).toFixed(1)}% of the time`
		);
		expect(share).toBeLessThan(0.35);
	});

	test('says nothing at all: asking it ends, with a sentence', async ({ page, baseURL }) => {
		stub.fault = 'mute';
		await page.goto(`${baseURL}/models`);
		await page.getByLabel('Address of a service').fill(address);
		await page.getByRole('button', { name: 'Add it' }).click();
		await expect(page.getByText(/took too long to answer/)).toBeVisible({ timeout: 60_000 });
		await expect(page.getByRole('button', { name: 'Add it' })).toBeVisible();
	});

	test('a stop reaches it though the tab is closed at once', async ({ page, context }) => {
		stub.pace = 400;
		await run(page, '1 to 12');
		await expect.poll(() => stub.made).toBeGreaterThan(1);
		await page.getByRole('button', { name: 'Stop the run' }).click();
		await page.waitForTimeout(60);
		await page.close();
		const other = await context.newPage();
		await other.goto(address);
		await expect.poll(() => stub.calledBack.size, { timeout: 30_000 }).toBe(1);
		await idle(other);
		expect(stub.open).toBe(0);
	});

	test('pressing again and again queues no more than is left, and deleting gives nothing back', async ({
		page
	}) => {
		await newBrief(page, 'Spender', address);
		await page.getByTitle(/Change the name/).click();
		await page.getByLabel('Credits that may be spent').fill('8');
		await page.getByRole('button', { name: 'Change it' }).click();
		await page.getByRole('textbox', { name: 'Prompt', exact: true }).fill('a heron');
		await page.getByRole('button', { name: 'On to the dials' }).click();
		await page.getByRole('button', { name: /Gannet/ }).click();
		await typeStops(page, 'Guidance stops as a list', '6');
		await typeStops(page, 'Seeds as a list', '1, 2, 3');
		stub.pace = 1500;
		await page.getByRole('button', { name: 'Run 3' }).click();
		await page.waitForURL(/run=/);
		await page.getByRole('button', { name: /making/ }).click();
		let over = 0;
		for (let press = 0; press < 13; press++) {
			await page.getByRole('button', { name: 'the same with fresh seeds' }).first().click();
			await expect(page.getByRole('dialog').getByText(/cost/)).toBeVisible();
			const yes = page.getByRole('button', { name: /^Run 3 takes for/ });
			if (await page.getByText('This goes over what may be spent').isVisible()) {
				over++;
				await page.getByRole('button', { name: 'Leave it' }).click();
			} else await yes.click();
			await expect(page.getByRole('button', { name: 'Leave it' })).toBeHidden();
		}
		expect(over).toBeGreaterThan(8);
		stub.pace = 10;
		await expect.poll(() => states(page), { timeout: 60_000 }).not.toMatch(/waiting/);
		const left = page.getByText(/of 8 credits left/);
		const before = await left.textContent();
		await page.keyboard.press('Escape');
		await page
			.locator('[data-take]')
			.first()
			.click({ modifiers: ['Control'] });
		await page.getByRole('button', { name: 'Take out …' }).click();
		await page.getByRole('button', { name: /^Delete 1 take/ }).click();
		await expect(page.getByText(/1 take deleted/)).toBeVisible();
		expect(await left.textContent()).toBe(before);
	});
});

test('an archive with a run that is not done comes in paused, says so, and asks its price', async ({
	page,
	baseURL
}) => {
	const stub = new StubService(baseURL!);
	const address = await stub.start();
	stub.pace = 300;
	await newBrief(page, 'Half made', address);
	await page.getByRole('textbox', { name: 'Prompt', exact: true }).fill('a heron');
	await page.getByRole('button', { name: 'On to the dials' }).click();
	await page.getByRole('button', { name: /Gannet/ }).click();
	await typeStops(page, 'Guidance stops as a list', '6');
	await typeStops(page, 'Seeds as a list', '1 to 20');
	await page.getByRole('button', { name: 'Run 20' }).click();
	await page.waitForURL(/run=/);
	await expect.poll(() => stub.made).toBeGreaterThan(3);
	await page.goto(address);
	await page.getByRole('button', { name: 'More for Half made' }).click();
	const download = page.waitForEvent('download');
	await page.getByRole('menuitem', { name: 'Export archive' }).click();
	const file = await (await download).path();
	const bytes = readFileSync(file);
	await page.getByRole('button', { name: /making/ }).click();
	await page.getByRole('button', { name: 'stop', exact: true }).click();
	await expect.poll(() => stub.calledBack.size).toBe(1);
	const { made } = stub;
	await page.keyboard.press('Escape');
	const chooser = page.waitForEvent('filechooser');
	await page.getByRole('button', { name: 'Open archive' }).click();
	await (
		await chooser
	).setFiles({
		name: 'half.brief.zip',
		mimeType: 'application/zip',
		buffer: bytes
	});
	await page.waitForURL(/sheet/);
	await expect(page.getByText(/came in with an archive and waits/).first()).toBeVisible();
	await idle(page);
	expect([stub.open, stub.made]).toEqual([0, made]);
	await page.getByRole('button', { name: /making/ }).click();
	await page.getByRole('button', { name: 'go on' }).first().click();
	await expect(page.getByRole('dialog').getByText(/takes? cost/)).toBeVisible();
	stub.pace = 10;
	await page.getByRole('button', { name: /^Run \d+ takes? for/ }).click();
	// Those of the first brief that were stopped stay so; all of the second are made.
	const inState = async (which: string) =>
		(await storedTakes(page)).filter(({ state }) => state === which).length;
	await expect.poll(() => inState('waiting')).toBe(0);
	expect(await inState('done')).toBeGreaterThanOrEqual(23);
	await stub.stop();
});

test('a dialog that was closed takes neither the focus nor a key, however soon one goes on', async ({
	page
}) => {
	await page.goto('/demo');
	await page.waitForURL(/sheet/);
	await page.locator('[data-take] img').first().waitFor();
	const open = page.getByRole('button', { name: 'Lay out' });
	const dialog = page.getByRole('dialog').filter({ visible: true });
	const words = page.getByLabel('Words of its settings or note');
	// As on a machine that is busy: what waits for a frame comes after the dialog was closed.
	await page.evaluate(() => {
		const own = window as unknown as { held: FrameRequestCallback[]; frame: unknown };
		[own.held, own.frame] = [[], window.requestAnimationFrame.bind(window)];
		window.requestAnimationFrame = (work) => own.held.push(work);
	});
	await open.focus();
	await page.keyboard.press('Enter');
	await expect(dialog).toBeVisible();
	await page.keyboard.press('Escape');
	await page.evaluate(() => {
		const own = window as unknown as { held: FrameRequestCallback[]; frame: unknown };
		window.requestAnimationFrame = own.frame as typeof requestAnimationFrame;
		for (const work of own.held) work(performance.now());
	});
	await page.keyboard.press('l');
	await expect(page.locator('.glass img').first()).toBeVisible();
	await page.keyboard.press('l');

	await open.click();
	await expect(dialog.getByRole('combobox').first()).toBeFocused();
	await page.keyboard.press('Escape');
	await words.focus();
	await idle(page);
	await expect(words).toBeFocused();
});

test('dialogs and the queue close by Escape in their order, and give the focus back', async ({
	page
}) => {
	await page.goto('/demo');
	await page.waitForURL(/sheet/);
	await page.locator('[data-take] img').first().waitFor();
	const focus = () => page.evaluate(() => document.activeElement?.textContent?.trim());
	await page.getByRole('button', { name: 'Queue' }).click();
	await page.getByRole('button', { name: 'the same with fresh seeds' }).first().click();
	await expect(page.getByRole('dialog').getByText(/cost/)).toBeVisible();
	// What lies behind cannot be reached.
	expect(await page.evaluate(() => document.getElementById('page')!.inert)).toBe(true);
	await expect.poll(focus).toMatch(/^Run \d+ takes for/);
	await page.keyboard.press('Escape');
	await expect(page.getByRole('dialog').getByText(/cost/)).toBeHidden();
	await expect.poll(focus).toBe('the same with fresh seeds');
	await page.keyboard.press('Escape');
	await expect(page.getByRole('complementary', { name: 'Queue' })).toHaveCount(0);
	await expect.poll(focus).toBe('Queue');
	await page.getByRole('button', { name: 'Bring in …' }).click();
	await expect(page.getByRole('dialog', { name: /Bring in/ })).toBeVisible();
	// What it is about has the focus, not the way out.
	await expect(page.locator('.bx--modal-content :focus')).toHaveCount(1);
	await page.keyboard.press('Escape');
	await expect(page.getByRole('dialog', { name: /Bring in/ })).toBeHidden();
	// Keys of one letter can be switched off.
	await page.locator('[data-take]').first().click();
	await page.keyboard.press('?');
	await page.getByText(/Keys of one letter or digit act/).click();
	await page.keyboard.press('Escape');
	await page.locator('[data-take]').first().click();
	const marked = () => page.locator('[data-take][aria-label*="maybe"]').count();
	const before = await marked();
	await page.keyboard.press('m');
	await idle(page);
	expect(await marked()).toBe(before);
});

test('a run that is pressed in the queue stays under the pointer while another ends', async ({
	page
}) => {
	let hold = true;
	const letOn: (() => void)[] = [];
	await page.route('**/jobs/*/events', async (route) => {
		if (hold) await new Promise<void>((resolve) => letOn.push(resolve));
		await route.continue();
	});
	await newBrief(page, 'Two runs');
	await page.getByLabel('Prompt', { exact: true }).fill('a crab on the beach');
	await page.getByRole('button', { name: 'On to the dials' }).click();
	await page.getByRole('button', { name: /^small/ }).click();
	await page.getByRole('button', { name: 'Run 12' }).click();
	await page.waitForURL(/run=/);
	await page.getByRole('link', { name: 'Dials', exact: true }).click();
	await typeStops(page, 'Steps stops as a list', '50, 55, 60');
	await page.getByRole('button', { name: 'Run 36' }).click();

	await page.getByRole('button', { name: /^making/ }).click();
	const runs = page.getByRole('list', { name: 'Runs in the queue' }).getByRole('listitem');
	await expect(runs).toHaveCount(2);
	await runs.nth(1).getByRole('button', { name: 'pause' }).hover();
	await page.mouse.down();
	hold = false;
	letOn.forEach((go) => go());
	await expect
		.poll(async () => (await storedTakes(page)).filter(({ state }) => state === 'done').length)
		.toBeGreaterThan(12);
	await expect(runs).toHaveCount(2);
	await page.mouse.up();
	await expect(runs).toHaveCount(1);
	await expect(runs.getByRole('button', { name: 'go on' })).toBeVisible();
});

test('what replaces something is said, and taken back with one press', async ({ page }) => {
	await page.goto('/demo');
	await page.waitForURL(/sheet/);
	await page.locator('[data-take] img').first().waitFor();
	await page.getByRole('link', { name: 'Dials' }).click();
	const held = page.getByText('4 stops, varied');
	await expect(held).toBeVisible();
	await page.getByRole('link', { name: 'Sheet' }).click();
	await page.locator('[data-take]').nth(3).click();
	await page.getByRole('button', { name: 'Load into the dials' }).click();
	await page.waitForURL(/dials/);
	await expect(held).toBeHidden();
	await expect(page.getByText(/The settings of take \d+ are on the dials/)).toBeVisible();
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(held).toBeVisible();
	// A brief is renamed where its name stands.
	await page.getByTitle(/Change the name/).click();
	await page.getByLabel('Name', { exact: true }).fill('April cover');
	await page.getByRole('button', { name: 'Change it' }).click();
	await expect(page.getByTitle(/Change the name/)).toHaveText('April cover');
});

test('from the sheet of one brief to that of another by the queue nothing of the first stays', async ({
	page,
	baseURL
}) => {
	const stub = new StubService(baseURL!);
	const address = await stub.start();
	for (const name of ['First', 'Second']) {
		await newBrief(page, name, address);
		await page.getByRole('textbox', { name: 'Prompt', exact: true }).fill('a heron');
		await page.getByRole('button', { name: 'On to the dials' }).click();
		await page.getByRole('button', { name: /Gannet/ }).click();
		await typeStops(page, 'Guidance stops as a list', '6');
		await typeStops(page, 'Seeds as a list', '1, 2');
		await page.getByRole('button', { name: 'Run 2' }).click();
		await page.waitForURL(/run=/);
		await expect(page.locator('[data-take][data-state="done"]')).toHaveCount(2);
	}
	const ids = () =>
		page
			.locator('[data-take]')
			.evaluateAll((all) => all.map((one) => one.getAttribute('data-take')));
	const second = await ids();
	await page
		.locator('[data-take]')
		.nth(1)
		.click({ modifiers: ['Control'] });
	await page.getByRole('button', { name: 'Queue' }).click();
	await page.getByRole('link', { name: 'First' }).click();
	await expect(page.getByTitle(/Change the name/)).toHaveText('First');
	await expect(page.locator('[data-take]')).toHaveCount(2);
	expect((await ids()).some((id) => second.includes(id))).toBe(false);
	// Nothing is chosen, something of this brief is in focus, and its takes were new.
	await expect(page.locator('[data-take].chosen')).toHaveCount(0);
	await expect(page.locator('[data-take][tabindex="0"]')).toHaveCount(1);
	await page.goto(address);
	await expect(page.getByText('2 takes')).toHaveCount(2);
	await expect(page.getByText(/\d new/)).toHaveCount(0);
	await stub.stop();
});

test(
	'a service that is told to end does so, with what it is at, and leaves nothing behind',
	{ tag: '@alone' },
	async () => {
		const folder = mkdtempSync(join(tmpdir(), 'dial-pick-ends-'));
		const port = 20_000 + (process.pid % 20_000);
		const server = spawn(process.execPath, ['scripts/serve.mjs'], {
			env: {
				...process.env,
				PORT: String(port),
				HOST: '127.0.0.1',
				TMPDIR: folder,
				DIAL_PICK_THREADS: '2'
			}
		});
		const base = `http://127.0.0.1:${port}/api/render/v1`;
		await expect
			.poll(
				() =>
					fetch(`${base}/limits`).then(
						(r) => r.ok,
						() => false
					),
				{ timeout: 30_000 }
			)
			.toBe(true);
		const take = (seed: number, size: number, steps: number) => ({
			ref: `t${seed}`,
			model: 'turnstone-2',
			prompt: `a crab ${seed}`,
			negative: '',
			width: size,
			height: size,
			guidance: 6,
			steps,
			sampler: 'heun',
			schedule: 'karras',
			seed
		});
		const post = (takes: object[]) =>
			fetch(`${base}/jobs`, {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({ key: crypto.randomUUID(), takes })
			}).then((answer) => answer.json() as Promise<{ job: string }>);
		const { job } = await post([take(1, 256, 2)]);
		await fetch(`${base}/jobs/${job}/events`).then((events) => events.text());
		expect(readdirSync(folder)).toHaveLength(1);
		await post([take(2, 2048, 60), take(3, 2048, 60), take(4, 2048, 60)]);
		await new Promise((done) => setTimeout(done, 1500));
		const told = Date.now();
		const ended = new Promise<number>((done) => server.on('exit', () => done(Date.now() - told)));
		server.kill('SIGTERM');
		// A take of this size goes on for minutes.
		expect(await ended).toBeLessThan(15_000);
		expect(readdirSync(folder)).toEqual([]);
		rmSync(folder, { recursive: true, force: true });
	}
);

test('a database that another tab holds back, or that the browser refuses, is said in a sentence', async ({
	browser,
	context,
	page
}) => {
	// A tab of yesterday, which does not let go (Dexie counts versions in tens).
	const old = await context.newPage();
	await old.route('**/yesterday', (route) =>
		route.fulfill({ contentType: 'text/html', body: '<p>yesterday</p>' })
	);
	await old.goto('/yesterday');
	await old.evaluate(
		() =>
			new Promise<void>((done) => {
				const open = indexedDB.open('dial-pick', 30);
				open.onupgradeneeded = () => {
					const keys = {
						...{ briefs: 'id', plans: 'id', takes: 'id', picks: 'id', starts: 'id', faults: 'id' },
						...{ marks: 'takeId', pictures: 'takeId', measures: 'takeId', remarks: 'takeId' },
						...{ styles: 'name', sets: 'name', house: 'name', prompts: 'text', seen: 'briefId' },
						...{ pairs: 'key', services: 'id' }
					};
					for (const [name, keyPath] of Object.entries(keys))
						open.result.createObjectStore(name, { keyPath });
				};
				open.onsuccess = () => {
					(window as unknown as { db: IDBDatabase }).db = open.result;
					done();
				};
			})
	);
	await page.goto('/');
	await expect(page.getByText(/Another tab holds an older version/)).toBeVisible();
	await old.evaluate(() => (window as unknown as { db: IDBDatabase }).db.close());
	await expect(page.getByText(/Another tab holds an older version/)).toBeHidden();
	await expect(page.getByText('Nothing here yet')).toBeVisible();

	// A tab of tomorrow: this program is the old one then.
	await old.evaluate(
		() =>
			new Promise<void>((done) => {
				const open = indexedDB.open('dial-pick', 10_000);
				open.onsuccess = () => {
					open.result.close();
					done();
				};
			})
	);
	await expect(page.getByText(/was updated in another tab/)).toBeVisible();
	await page.getByRole('button', { name: 'Reload' }).click();
	const notice = page.getByText(/was written by a newer version/);
	await expect(notice).toBeVisible();
	// It stands above the page, not on it.
	const [says, begin] = await Promise.all([
		notice.boundingBox(),
		page.getByRole('button', { name: 'New brief' }).first().boundingBox()
	]);
	expect(begin!.y).toBeGreaterThan(says!.y + says!.height);

	const shut = await browser.newContext();
	const refused = await shut.newPage();
	await refused.addInitScript(() => {
		IDBFactory.prototype.open = () => {
			throw new DOMException('denied', 'SecurityError');
		};
	});
	await refused.goto(page.url());
	await expect(refused.getByText(/allow this address to store data/)).toBeVisible();
	await shut.close();
});

test('a part of the program that does not load is said in a sentence, and loads the next time', async ({
	page
}) => {
	await page.route('**/archives.worker*', (route) => route.abort());
	await page.goto('/demo');
	await expect(page.getByText(/could not be loaded: reload the page/)).toBeVisible();
	await page.unroute('**/archives.worker*');
	await page.reload();
	await page.waitForURL(/\/sheet/);
	await expect(page.locator('[data-take] img').first()).toBeVisible();
});

test('a part of the page that does not come says so, and comes after a reload', async ({
	page
}) => {
	await page.goto('/');
	const begin = page.getByRole('button', { name: 'New brief' }).first();
	await expect(begin).toBeVisible();
	// The form is fetched when it is asked for.
	await page.route('**/_app/immutable/**/*.js', (route) => route.abort());
	await begin.click();
	await expect(page.getByRole('alert')).toContainText('did not come');
	await page.unroute('**/_app/immutable/**/*.js');
	await page.reload();
	await begin.click();
	await expect(page.getByLabel('Name')).toBeVisible();
});
