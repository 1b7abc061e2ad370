import { monitorEventLoopDelay } from 'node:perf_hooks';
import { expect, test, type BrowserContext, type Page } from '@playwright/test';
import type { Spending } from '../src/lib/core/schema';
import { countDone, newBrief, steady, storedTakes, tableOf, typeStops } from './helpers';
import { StubService } from './stub-service';

type Job = { job: string | null; made?: string };

let stub: StubService;
let address: string;

test.beforeEach(async ({ baseURL }) => {
	stub = new StubService(baseURL!);
	address = await stub.start();
});
test.afterEach(() => stub.stop());

/** A brief with a plan of 24 takes: one model, three guidance values, eight seeds. */
async function planOf24(page: Page): Promise<void> {
	await newBrief(page, 'Faults', address);
	await page.getByRole('textbox', { name: 'Prompt', exact: true }).fill('a heron');
	await page.getByRole('button', { name: 'On to the dials' }).click();
	await page.getByRole('button', { name: /Gannet/ }).click();
	await typeStops(page, 'Guidance stops as a list', '4, 6, 8');
	await typeStops(page, 'Seeds as a list', '1 to 8');
	await expect(page.getByRole('button', { name: 'Run 24' })).toBeEnabled();
}
const run = (page: Page) => page.getByRole('button', { name: 'Run 24' }).click();

const count = async (page: Page, state = 'done') =>
	(await storedTakes(page)).filter((take) => take.state === state).length;

/** Waits until all are there, and checks that each is kept once with its picture, and paid once. */
async function allKept(page: Page, takes = 24): Promise<void> {
	await expect.poll(() => count(page), { timeout: 120_000, intervals: [300] }).toBe(takes);
	const kept = await storedTakes(page);
	expect(kept).toHaveLength(takes);
	expect(new Set(kept.map(({ number }) => number)).size).toBe(takes);
	expect(kept.every(({ size }) => size > 100)).toBe(true);
}

/** One line of the table of faults. */
const report = (fault: string, before: number, after: number) =>
	console.log(
		`    ${fault}: ${before} takes kept before, ${after} after, ${stub.made} made by the service`
	);

test('a stream that is cut again and again loses nothing and makes nothing twice', async ({
	page
}) => {
	await planOf24(page);
	stub.fault = 'cut';
	await run(page);
	await expect.poll(() => stub.cuts, { timeout: 60_000 }).toBeGreaterThan(1);
	const before = await count(page);
	stub.fault = 'none';
	await allKept(page);
	report('stream cut', before, 24);
	expect(stub.made).toBe(24);
});

test('a service that answers 429, then 500, is asked again until it takes the run', async ({
	page
}) => {
	await planOf24(page);
	stub.fault = 'busy';
	await run(page);
	await expect(page.getByText('The queue is full. Trying again.')).toBeVisible();
	stub.fault = 'broken';
	await expect(page.getByText('Something went wrong. Trying again.')).toBeVisible();
	expect(await count(page)).toBe(0);
	stub.fault = 'none';
	await allKept(page);
	report('429 and 500', 0, 24);
	expect(stub.made).toBe(24);
	await expect(page.getByText('Trying again')).toHaveCount(0);
});

test('a service that stops and starts anew has forgotten the job: only what was open is made again', async ({
	page
}) => {
	await planOf24(page);
	stub.pace = 120;
	await run(page);
	await expect.poll(() => count(page), { timeout: 60_000 }).toBeGreaterThan(5);
	stub.fault = 'gone';
	stub.forget();
	await expect(
		page.getByText(/does not answer. Trying again; finished takes are safe/)
	).toBeVisible();
	const before = await count(page);
	const madeBefore = stub.made;
	stub.fault = 'none';
	await allKept(page);
	report('service started anew', before, 24);
	// What was made but not fetched yet when it stopped, a take or two, is the service's loss.
	expect(stub.made - madeBefore).toBeLessThanOrEqual(24 - before);
});

test('a reload and a closed tab in mid-run: the next tab goes on, and pays for nothing twice', async ({
	page,
	context
}) => {
	await planOf24(page);
	stub.pace = 120;
	await run(page);
	await expect.poll(() => count(page), { timeout: 60_000 }).toBeGreaterThan(3);
	await page.reload();
	await expect.poll(() => count(page), { timeout: 60_000 }).toBeGreaterThan(8);
	const [before, sheet] = [await count(page), page.url()];
	await page.close();
	const other = await context.newPage();
	await other.goto(address);
	await allKept(other);
	report('reload and closed tab', before, 24);
	expect(stub.made).toBe(24);

	// A lossless picture that is made while its tab is closed is entered by the next tab, and fetched, not made,
	// when it is asked for again.
	stub.pace = 800;
	await other.goto(sheet);
	const exportFirst = async (tab: Page) => {
		await tab.locator('[data-take]').first().click();
		await tab.getByRole('button', { name: 'Export PNG' }).click();
		await tab.getByRole('dialog').getByRole('button', { name: /^Run/ }).click();
	};
	await exportFirst(other);
	await expect.poll(async () => (await tableOf<Job>(other, 'jobs'))[0]?.job).toBeTruthy();
	await other.close();
	await expect.poll(() => stub.made).toBe(25);
	const third = await context.newPage();
	await third.goto(sheet);
	await expect.poll(async () => (await tableOf<Job>(third, 'jobs'))[0]?.made).toBeTruthy();
	const coming = third.waitForEvent('download');
	await exportFirst(third);
	await (await coming).path();
	expect(stub.made).toBe(25);
	expect(await tableOf<Job>(third, 'jobs')).toEqual([]);
	const paid = await tableOf<Spending>(third, 'ledger');
	expect(paid).toHaveLength(25);
	expect(paid.filter(({ id }) => / again as /.test(id))).toMatchObject([{ credits: 1 }]);
});

test('two tabs: one drives, both see; when the driver is closed the other goes on', async ({
	page,
	context
}) => {
	const second = await context.newPage();
	await page.bringToFront();
	await planOf24(page);
	stub.pace = 150;
	await second.goto(page.url());
	await run(page);
	await page.waitForURL(/run=/);
	await second.goto(page.url());
	await expect(second.locator('[data-take]').first()).toBeVisible();
	await expect.poll(() => count(second), { timeout: 60_000 }).toBeGreaterThan(3);
	await page.close();
	const before = await count(second);
	await allKept(second);
	report('two tabs', before, 24);
	expect(stub.made).toBe(24);
});

test('a network that goes away and comes back, as after a sleep of the machine', async ({
	page,
	context
}) => {
	await planOf24(page);
	stub.pace = 120;
	await run(page);
	await expect.poll(() => count(page), { timeout: 60_000 }).toBeGreaterThan(3);
	await sleep(page, context, 4000);
	const before = await count(page);
	await allKept(page);
	report('sleep without network', before, 24);
	expect(stub.made).toBe(24);
});

/** Freezes the page and takes its network away for a while (Page.setWebLifecycleState). */
async function sleep(page: Page, context: BrowserContext, milliseconds: number): Promise<void> {
	const session = await context.newCDPSession(page);
	await session.send('Page.setWebLifecycleState', { state: 'frozen' });
	await context.setOffline(true);
	await new Promise((done) => setTimeout(done, milliseconds));
	await context.setOffline(false);
	await session.send('Page.setWebLifecycleState', { state: 'active' });
}

test('a browser without room pauses the run before anything breaks, and says what to do', async ({
	page
}) => {
	await page.addInitScript(() => {
		const store = window as unknown as { full: boolean };
		store.full = false;
		const estimate = navigator.storage.estimate.bind(navigator.storage);
		navigator.storage.estimate = async () => {
			const real = await estimate();
			return store.full ? { usage: real.quota! - 1000, quota: real.quota } : real;
		};
	});
	await planOf24(page);
	await page.evaluate(() => ((window as unknown as { full: boolean }).full = true));
	await run(page);
	await expect(page.getByText(/no room left for pictures/).first()).toBeVisible();
	await page.getByRole('button', { name: /making/ }).click();
	await expect(page.getByText('paused')).toBeVisible();
	expect(stub.made).toBe(0);
	await page.evaluate(() => ((window as unknown as { full: boolean }).full = false));
	await page.getByRole('button', { name: 'go on' }).click();
	await allKept(page);
	report('no room', 0, 24);
});

test('a plan is paused, put behind another, and goes on; a fraction is run and completed', async ({
	page
}) => {
	await planOf24(page);
	stub.pace = 150;
	await run(page);
	await page.waitForURL(/run=/);
	await page.getByRole('button', { name: /making/ }).click();
	await expect.poll(() => count(page), { timeout: 60_000 }).toBeGreaterThan(2);
	await page.getByRole('button', { name: 'pause' }).click();
	await expect(page.getByText('paused')).toBeVisible();
	const before = await steady(() => count(page));
	// Steps join the plan, and a fraction of it is run meanwhile.
	await page.getByRole('link', { name: 'Dials' }).click();
	await typeStops(page, 'Steps stops as a list', '10, 20, 30');
	await typeStops(page, 'Seeds as a list', '1, 2');
	await page.getByLabel('Design', { exact: true }).selectOption('fraction');
	await page.getByLabel('Settings in the design').fill('6');
	await page.getByLabel('Settings in the design').press('Enter');
	await expect(page.getByText(/A balanced fraction.*Efficiency \d+%/)).toBeVisible();
	stub.pace = 20;
	await page.getByRole('button', { name: 'Run 12' }).click();
	await expect.poll(() => count(page), { timeout: 60_000 }).toBe(before + 12);
	expect(await count(page)).toBe(before + 12);
	await page.getByRole('button', { name: /making/ }).click();
	await page.getByRole('button', { name: 'go on' }).click();
	await allKept(page, 36);
	// The same once more, with fresh seeds.
	await page.getByRole('button', { name: 'the same with fresh seeds' }).first().click();
	await page.getByRole('button', { name: /^Run (12|24) takes for/ }).click();
	await expect.poll(() => count(page), { timeout: 60_000 }).toBeGreaterThan(36);
});

test('a run of 2 000 takes leaves the page at ease', { tag: '@alone' }, async ({ page }) => {
	await planOf24(page);
	stub.pace = 12;
	await typeStops(page, 'Guidance stops as a list', '2, 4, 6, 8, 10');
	await typeStops(page, 'Seeds as a list', '1 to 20');
	await typeStops(page, 'Steps stops as a list', '2 to 40 by 2');
	await page.evaluate(() => {
		const store = window as unknown as { long: { at: number; ms: number }[] };
		store.long = [];
		const begun = performance.now();
		new PerformanceObserver((list) => {
			for (const { startTime, duration } of list.getEntries())
				store.long.push({ at: (startTime - begun) / 1000, ms: Math.round(duration) });
		}).observe({ type: 'longtask', buffered: false });
	});
	const heap = () =>
		page.evaluate(
			() =>
				(performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize /
				1e6
		);
	// How long a process that has little to do is held up meanwhile: what the machine does by itself.
	const stalls = monitorEventLoopDelay({ resolution: 10 });
	stalls.enable();
	const from = Date.now();
	await page.getByRole('button', { name: 'Run 2,000' }).click();
	await expect(page.getByText(/This (goes over|is a large)/)).toBeVisible();
	await page.getByRole('button', { name: /Run all 2000 all the same/ }).click();
	await page.waitForURL(/run=/);
	await expect
		.poll(() => countDone(page), { timeout: 300_000, intervals: [4000] })
		.toBeGreaterThan(400);
	const early = await heap();
	await expect.poll(() => countDone(page), { timeout: 500_000, intervals: [4000] }).toBe(2000);
	const late = await heap();
	const long = await page.evaluate(
		() => (window as unknown as { long: { at: number; ms: number }[] }).long
	);
	const whole = long.reduce((sum, { ms }) => sum + ms, 0);
	const each = long.map(({ at, ms }) => `${ms} ms after ${at.toFixed(1)} s`).join(', ');
	const seconds = (Date.now() - from) / 1000;
	stalls.disable();
	console.log(
		`    2 000 takes in ${seconds.toFixed(0)} s; tasks over 50 ms: ${long.length}, in all ${whole} ms (${each}); the machine held the service up for ${(stalls.max / 1e6).toFixed(0)} ms at most, ${(stalls.percentile(99) / 1e6).toFixed(0)} ms in one of a hundred; heap ${early.toFixed(0)} MB after 400 takes, ${late.toFixed(0)} MB after all`
	);
	expect(stub.made).toBe(2000);
	// A ratio, not a limit in milliseconds: what a busy machine does to a page is not its fault.
	expect(whole / 1000 / seconds).toBeLessThan(0.2);
	expect(late).toBeLessThan(early * 3 + 60);
});
