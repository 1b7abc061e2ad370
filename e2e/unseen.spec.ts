import { expect, test, type Browser, type Page } from '@playwright/test';
import { newBrief, tableOf, typeStops } from './helpers';
import { withStub } from './stub-service';

interface StoredMark {
	takeId: string;
	kind: string;
}
interface StoredTake {
	id: string;
	number: number;
	briefId: string;
	state: string;
}
interface StoredBrief {
	id: string;
	name: string;
	allowance: number | null;
	rack: { guidance: number[]; steps: number[] };
}

const briefs = (page: Page) => tableOf<StoredBrief>(page, 'briefs');
const marks = async (page: Page) => {
	const takes = new Map((await tableOf<StoredTake>(page, 'takes')).map((one) => [one.id, one]));
	const names = new Map((await briefs(page)).map(({ id, name }) => [id, name]));
	return (await tableOf<StoredMark>(page, 'marks'))
		.map(({ takeId, kind }) => {
			const { briefId, number } = takes.get(takeId)!;
			return `${names.get(briefId)} ${number} ${kind}`;
		})
		.sort();
};

/** Two briefs with three takes each, made by a stub. */
async function twoBriefs(page: Page, address: string): Promise<void> {
	for (const name of ['Kite', 'Quay']) {
		await newBrief(page, name, address);
		await page.getByRole('textbox', { name: 'Prompt', exact: true }).fill('a heron');
		await page.getByRole('button', { name: 'On to the dials' }).click();
		await page.getByRole('button', { name: /Gannet/ }).click();
		await typeStops(page, 'Guidance stops as a list', '6');
		await typeStops(page, 'Seeds as a list', '1, 2, 3');
		await page.getByRole('button', { name: 'Run 3' }).click();
		await page.waitForURL(/run=/);
		await expect(page.locator('[data-take][data-state="done"]')).toHaveCount(3);
	}
}

test('keys act on the take in focus; what is chosen is named, and acted on by a press on its name', async ({
	page,
	baseURL
}) => {
	await withStub(baseURL!, async (address) => {
		await twoBriefs(page, address);
		// Two takes of Quay are chosen, then the sheet of Kite is opened.
		for (const i of [0, 1])
			await page
				.locator('[data-take]')
				.nth(i)
				.click({ modifiers: ['Control'] });
		// In a narrow window too, everything that can be done with them is in sight.
		await page.setViewportSize({ width: 820, height: 800 });
		const acts = page.getByRole('group', { name: 'Act on what is chosen' }).getByRole('button');
		await expect(acts).toHaveCount(7);
		for (const act of await acts.all()) await expect(act).toBeInViewport({ ratio: 1 });
		await page.setViewportSize({ width: 1280, height: 800 });
		await page.goto(address);
		await page.getByRole('link', { name: 'Kite', exact: true }).first().click();
		await expect(page.locator('[data-take][data-state="done"]')).toHaveCount(3);
		await page.locator('[data-take]').first().click();
		await page.keyboard.press('d');
		await expect.poll(() => marks(page)).toEqual(['Kite 1 drop']);
		await page.keyboard.press('f');
		await expect(page.getByRole('group', { name: 'Faults' })).toContainText('In take 1');
		await page.keyboard.press('2');
		await page.keyboard.press('Escape');
		const remarks = await tableOf<{ takeId: string }>(page, 'remarks');
		expect(remarks).toHaveLength(1);

		// One more of Kite: the strip names all three and where they are.
		await page
			.locator('[data-take]')
			.nth(1)
			.click({ modifiers: ['Control'] });
		const strip = page.getByRole('group', { name: 'Act on what is chosen' });
		await expect(strip).toContainText('3 chosen, 2 of them in Quay');
		// On one sheet: another take is in focus, and K marks that one alone.
		await page.locator('[data-take]').nth(2).click();
		await page.keyboard.press('k');
		await expect.poll(() => marks(page)).toEqual(['Kite 1 drop', 'Kite 3 keep']);
		await strip.getByRole('button', { name: 'Keep all' }).click();
		await expect(page.getByText('Kept 3 takes.')).toBeVisible();
		await expect
			.poll(() => marks(page))
			.toEqual(['Kite 1 drop', 'Kite 2 keep', 'Kite 3 keep', 'Quay 1 keep', 'Quay 2 keep']);
		await page.getByRole('button', { name: 'Undo', exact: true }).click();
		await expect.poll(() => marks(page)).toEqual(['Kite 1 drop', 'Kite 3 keep']);

		// In the library, too.
		await page.getByRole('link', { name: 'Library' }).click();
		await expect(page.locator('[data-take]')).toHaveCount(6);
		await expect(strip).toContainText('3 chosen');
		await page.locator('[data-take]').last().click();
		await page.keyboard.press('m');
		await expect
			.poll(async () => (await marks(page)).filter((one) => one.endsWith('maybe')))
			.toHaveLength(1);
		await strip.getByRole('button', { name: 'Drop all' }).click();
		await expect(page.getByText('Dropped 3 takes.')).toBeVisible();
		await page.getByRole('button', { name: 'Undo', exact: true }).click();
		// The last one there is the oldest, which was dropped before and is marked as maybe now.
		await expect.poll(() => marks(page)).toEqual(['Kite 1 maybe', 'Kite 3 keep']);
	});
});

test('a take that was scrolled away is shown before a key marks it', async ({ page }) => {
	await page.goto('/demo');
	await expect(page.locator('[data-take][data-state="done"]').first()).toBeVisible();
	await page.getByLabel('Takes of').selectOption({ label: 'all runs' });
	const first = page.locator('[data-take]').first();
	await first.click();
	const id = (await first.getAttribute('data-take'))!;
	const before = await marks(page);
	// Large cells, and the wheel, leave the focus behind.
	for (let i = 0; i < 14; i++) await page.keyboard.press('+');
	const box = (await page.locator('[data-sight]').boundingBox())!;
	await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
	await page.mouse.wheel(0, 6000);
	await expect(page.locator(`[data-take="${id}"]`)).not.toBeInViewport();
	await page.keyboard.press('m');
	await expect(page.getByText(/has the focus\. Press again to mark it\./)).toBeVisible();
	await expect(page.locator(`[data-take="${id}"]`)).toBeInViewport();
	expect(await marks(page)).toEqual(before);
	await page.keyboard.press('m');
	await expect.poll(() => marks(page)).not.toEqual(before);
});

test('a stray click on a scale, a destination and a budget are undone, field by field', async ({
	page,
	context
}) => {
	await newBrief(page, 'Undone');
	await page.getByLabel('Prompt', { exact: true }).fill('a lighthouse');
	await page.getByRole('link', { name: 'Dials' }).click();
	await page.getByRole('button', { name: /Gannet/ }).click();
	await typeStops(page, 'Guidance stops as a list', '6');
	await typeStops(page, 'Steps stops as a list', '20');
	const rack = async () => (await briefs(page))[0].rack;
	await expect.poll(async () => (await rack()).guidance).toEqual([6]);
	// Two steps within a second are undone as one: the clock goes on by more.
	await page.evaluate(() => {
		const { now } = Date;
		Date.now = () => now() + 1100;
	});
	const scale = page.getByRole('img', { name: /^Guidance scale/ });
	const stray = async () => {
		const box = (await scale.boundingBox())!;
		await page.mouse.click(box.x + box.width - 12, box.y + 30);
		await expect.poll(async () => (await rack()).guidance.length).toBe(2);
	};
	await stray();
	await page.keyboard.press('Control+z');
	await expect.poll(async () => (await rack()).guidance).toEqual([6]);
	await page.keyboard.press('Control+y');
	await expect.poll(async () => (await rack()).guidance.length).toBe(2);
	await page.keyboard.press('u');
	await expect.poll(async () => (await rack()).guidance).toEqual([6]);

	// Another tab changes another dial: undoing here leaves it alone.
	await stray();
	const other = await context.newPage();
	await other.goto(page.url());
	await typeStops(other, 'Steps stops as a list', '12');
	await expect.poll(async () => (await rack()).steps).toEqual([12]);
	await page.keyboard.press('u');
	await expect.poll(async () => (await rack()).guidance).toEqual([6]);
	expect((await rack()).steps).toEqual([12]);
	await other.close();

	// A number field that is reached by Tab has its number selected.
	await page.getByTitle(/Change the name/).click();
	const dialog = page.getByRole('dialog');
	const budget = dialog.getByLabel('Credits that may be spent');
	await expect(budget).toHaveValue('100');
	await dialog.getByLabel('What the pictures are for').focus();
	await page.keyboard.press('Tab');
	await expect(budget).toBeFocused();
	await page.keyboard.type('2 3,5');
	await expect(dialog.getByText(/“2 3,5” is no number/)).toBeVisible();
	await dialog.getByRole('button', { name: 'Change it' }).click();
	expect((await briefs(page))[0].allowance).toBe(100);
	await dialog.getByLabel('What the pictures are for').focus();
	await page.keyboard.press('Tab');
	await page.keyboard.type('40');
	await dialog.getByRole('button', { name: 'Change it' }).click();
	await expect.poll(async () => (await briefs(page))[0].allowance).toBe(40);
	await page.getByRole('button', { name: 'Undo', exact: true }).click();
	await expect.poll(async () => (await briefs(page))[0].allowance).toBe(100);
});

/** Two tabs on the dials of one brief, each with an ear of its own for what is pressed. */
async function twoTabs(browser: Browser, page: Page): Promise<[Page, Page]> {
	const other = await page.context().newPage();
	await other.goto(page.url());
	await expect(other.getByLabel('Guidance stops as a list')).toBeVisible();
	return [page, other];
}

test('two tabs: dials that are turned at once are both turned, and Run in both starts one run', async ({
	page,
	browser,
	baseURL
}) => {
	await withStub(baseURL!, async (address) => {
		await newBrief(page, 'Both', address);
		await page.getByRole('textbox', { name: 'Prompt', exact: true }).fill('a heron');
		await page.getByRole('button', { name: 'On to the dials' }).click();
		await page.getByRole('button', { name: /Gannet/ }).click();
		await typeStops(page, 'Seeds as a list', '1, 2');
		const tabs = await twoTabs(browser, page);
		const fields = ['Guidance stops as a list', 'Steps stops as a list'];
		const stops = ['3, 9', '12'];
		for (const [i, tab] of tabs.entries()) await tab.getByLabel(fields[i]).fill(stops[i]);
		await Promise.all(tabs.map((tab, i) => tab.getByLabel(fields[i]).press('Enter')));
		await expect
			.poll(async () => {
				const { guidance, steps } = (await briefs(page))[0].rack;
				return { guidance, steps };
			})
			.toEqual({ guidance: [3, 9], steps: [12] });

		// Room for one run: four takes cost more than half of what may be spent.
		const foot = page.getByRole('button', { name: 'Run 4', exact: true });
		await expect(foot).toBeVisible();
		const cost = page.locator('footer .factor', { hasText: /^[\d.]+\s*credits/ });
		const price = await cost.locator('strong').innerText();
		await page.getByTitle(/Change the name/).click();
		await page.getByLabel('Credits that may be spent').fill(String(1.5 * Number(price)));
		await page.getByRole('button', { name: 'Change it' }).click();
		for (const tab of tabs)
			await expect(tab.getByRole('button', { name: 'Run 4', exact: true })).toBeEnabled();
		await Promise.all(
			tabs.map((tab) => tab.getByRole('button', { name: 'Run 4', exact: true }).click())
		);
		await expect
			.poll(async () => (await tableOf<StoredTake>(page, 'takes')).length, { timeout: 20_000 })
			.toBe(4);
		// The other one is asked.
		await expect
			.poll(async () => {
				const asked = await Promise.all(
					tabs.map((tab) => tab.getByText('This goes over what may be spent').isVisible())
				);
				return asked.filter(Boolean).length;
			})
			.toBe(1);
		expect(await tableOf<StoredTake>(page, 'takes')).toHaveLength(4);
	});
});
