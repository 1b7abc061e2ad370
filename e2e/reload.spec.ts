import { expect, test } from '@playwright/test';
import { allDone, newBrief, putRow, storedTakes, tableOf, typeStops } from './helpers';

test('a reload in the middle of a run loses nothing and pays nothing twice', async ({ page }) => {
	await newBrief(page, 'Broken off');
	await page.getByLabel('Prompt', { exact: true }).fill('a ferry in the harbour at night');
	await page.getByRole('button', { name: 'On to the dials' }).click();
	await typeStops(page, 'Guidance stops as a list', '2, 4, 6, 8');
	await page.getByRole('button', { name: 'Run 16' }).click();
	await expect
		.poll(async () => (await storedTakes(page)).filter(({ state }) => state === 'done').length)
		.toBeGreaterThan(2);
	const before = (await storedTakes(page)).filter(({ state }) => state === 'done');
	expect(before.length).toBeLessThan(16);

	await page.reload();
	await expect(page.locator('[data-take]')).toHaveCount(16);
	await allDone(page, 16);
	const after = await storedTakes(page);
	expect(after).toHaveLength(16);
	for (const { number, pixels } of before) {
		expect(after.find((t) => t.number === number)!.pixels).toBe(pixels);
	}
	// 16 takes: each was paid once, whatever happened in between.
	const left = await page.getByText(/of 100 credits left/).innerText();
	await page.reload();
	await expect(page.getByText(left)).toBeVisible();
});

test('a run goes on under a new job when the service has forgotten the old one', async ({
	page
}) => {
	await newBrief(page, 'Forgotten');
	await page.getByLabel('Prompt', { exact: true }).fill('heron, dawn');
	await page.getByRole('button', { name: 'On to the dials' }).click();
	await page.getByRole('button', { name: /^small/ }).click();
	let refused = 0;
	await page.route('**/jobs/*/events', (route) =>
		refused++ < 1
			? route.fulfill({
					status: 404,
					contentType: 'application/problem+json',
					body: JSON.stringify({ title: 'gone', status: 404, detail: 'gone' })
				})
			: route.continue()
	);
	await page.getByRole('button', { name: 'Run 12' }).click();
	await allDone(page, 12);
	expect(refused).toBeGreaterThan(1);
});

test('a run that is stopped keeps what was finished', async ({ page }) => {
	await newBrief(page, 'Stopped');
	await page.getByLabel('Prompt', { exact: true }).fill('a crab on the beach');
	await page.getByRole('button', { name: 'On to the dials' }).click();
	await typeStops(page, 'Steps stops as a list', '40, 50, 60');
	await page.getByRole('button', { name: 'Run 36' }).click();
	await expect
		.poll(async () => (await storedTakes(page)).filter(({ state }) => state === 'done').length)
		.toBeGreaterThan(0);
	await page.getByRole('button', { name: 'Stop the run' }).click();
	await expect
		.poll(async () => (await storedTakes(page)).some(({ state }) => state === 'waiting'))
		.toBe(false);
	const takes = await storedTakes(page);
	expect(takes.filter(({ state }) => state === 'done').length).toBeGreaterThan(0);
	expect(takes.filter(({ state }) => state === 'cancelled').length).toBeGreaterThan(0);
	expect(takes.filter(({ state }) => state === 'done').every(({ size }) => size > 3000)).toBe(true);
});

test('what is typed and not gone on from is there after a reload, and what was looked at is not new', async ({
	page
}) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	const take = page.locator('[data-take][data-state="done"]').first();
	await take.click();
	const note = page.getByLabel('Note', { exact: true });
	await note.fill('the tower leans');
	// It is kept when the typing rests: the field still has the focus.
	await expect
		.poll(async () => (await tableOf<{ note: string }>(page, 'remarks')).map(({ note }) => note))
		.toContain('the tower leans');
	await expect(note).toBeFocused();
	await page.reload();
	await take.click();
	await expect(note).toHaveValue('the tower leans');

	await page.getByRole('link', { name: 'Words' }).click();
	const besides = page.getByLabel('Leave out besides');
	await besides.fill('fog, gulls');
	await expect(page.getByText(/^sent: .*fog, gulls/)).toBeVisible();
	await expect(besides).toBeFocused();
	await page.reload();
	await expect(besides).toHaveValue('fog, gulls');

	// Takes that came in since are new until the sheet is opened, and it need not be gone from.
	const fresh = () => page.getByText(/\d new/);
	const briefId = /\/brief\/([^/]+)/.exec(page.url())![1];
	await putRow(page, 'seen', { briefId, at: 0 });
	await page.goto('/');
	await expect(fresh()).toHaveText(/67 new/);
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await expect(take.locator('img')).toBeVisible();
	await page.goto('/');
	await expect(page.getByRole('link', { name: /March cover/ }).first()).toBeVisible();
	await expect(page.getByText(/67 takes/).first()).toBeVisible();
	await expect(fresh()).toHaveCount(0);
});
