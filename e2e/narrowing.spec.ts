import { expect, test, type Page } from '@playwright/test';
import { newBrief, tableOf } from './helpers';
import { withStub } from './stub-service';

interface StoredTake {
	id: string;
	planId: string;
	state: string;
	credits?: number;
	expected?: number;
	settings: { model: string; guidance: number; steps: number; seed: number };
}
interface StoredPlan {
	id: string;
	name?: string;
	round?: { begunAt: number; number: number; why: string };
}
interface StoredAnswer {
	left: string;
	right: string;
	answer: string;
	open?: boolean;
}

const takesOf = (page: Page) => tableOf<StoredTake>(page, 'takes');
const roundsOf = async (page: Page) =>
	(await tableOf<StoredPlan>(page, 'plans')).filter(({ round }) => round);
const answersOf = (page: Page) => tableOf<StoredAnswer>(page, 'answers');
const budget = (page: Page) => page.getByRole('complementary', { name: 'Budget and answer' });
const pictures = (page: Page) => page.locator('figure img');

/** A brief with a prompt, on the page where it is narrowed down. */
async function beginBrief(page: Page, address = '', prompt = 'a heron'): Promise<void> {
	await newBrief(page, 'Night market', address);
	await page.getByRole('textbox', { name: 'Prompt', exact: true }).fill(prompt);
	await page.getByRole('button', { name: 'On to the dials' }).click();
	await page.getByRole('link', { name: 'Narrow down' }).click();
}

async function start(page: Page): Promise<void> {
	await page.getByRole('button', { name: /^Run \d+ takes and start$/ }).click();
	await expect(pictures(page)).toHaveCount(2);
}

/** Answers pairs by keys, each once another one is in sight. */
async function answer(page: Page, keys: readonly string[]): Promise<void> {
	for (const key of keys) {
		await expect(pictures(page)).toHaveCount(2);
		const before = (await answersOf(page)).length;
		await page.keyboard.press(key);
		await expect.poll(async () => (await answersOf(page)).length).toBe(before + 1);
	}
}

/** No setting was ordered twice on one seed, whoever ordered it. */
function expectEachOnce(takes: readonly StoredTake[]): void {
	const keys = takes.map(({ settings: s }) => `${s.model} ${s.guidance} ${s.steps} ${s.seed}`);
	expect(new Set(keys).size).toBe(keys.length);
}

test('a brief is narrowed down by single keys, within its budget, and stands where it stood after a reload', async ({
	page,
	baseURL
}) => {
	await withStub(baseURL!, async (address) => {
		await beginBrief(page, address);
		await page.getByLabel('Credits, at most').fill('14');
		// Its price is said before it begins.
		await expect(page.getByText(/Round 1 makes .* for/)).toBeVisible();
		await start(page);
		await answer(page, ['f', 'j', 'f', ' ', 'j', 'f', 'f', 'j', 'f', 'f', 'j', 'f']);
		await expect.poll(async () => (await roundsOf(page)).length).toBeGreaterThan(2);
		const takes = await takesOf(page);
		expectEachOnce(takes);
		const cost = takes.reduce((sum, one) => sum + (one.credits ?? one.expected ?? 0), 0);
		expect(cost).toBeLessThanOrEqual(14 + 1e-9);
		const numbers = (await roundsOf(page)).map(({ round }) => round!.number).sort((a, b) => a - b);
		expect(numbers).toEqual(numbers.map((_, i) => i + 1));

		const pairs = page.getByRole('progressbar', { name: 'Pairs' });
		const done = await pairs.getAttribute('aria-valuenow');
		await page.reload();
		await expect(pictures(page)).toHaveCount(2);
		await expect(pairs).toHaveAttribute('aria-valuenow', done!);

		// What was answered can be taken back.
		const before = (await answersOf(page)).length;
		await answer(page, ['f']);
		await page.keyboard.press('u');
		await expect.poll(async () => (await answersOf(page)).length).toBe(before);

		const takesMade = (await takesOf(page)).filter(({ state }) => state === 'done').length;
		await page.getByRole('button', { name: 'Stop here' }).click();
		await expect(page.getByText('Stopped', { exact: true })).toBeVisible();
		await page.getByRole('link', { name: 'Save as pick' }).click();
		await page.waitForURL(/\/pick\?/);
		await expect(page.getByRole('button', { name: /Save/ }).first()).toBeVisible();
		// The figures come from the takes of this sitting, and say how they were found.
		await expect(
			page.getByText(/narrowed down in \d+ rounds, \d+ takes and \d+ pairs/)
		).toBeVisible();
		expect(new URL(page.url()).searchParams.get('takes')!.split(',')).toHaveLength(takesMade);
	});
});

test('two tabs are one sitting: no round is ordered twice', async ({ page, context, baseURL }) => {
	await withStub(baseURL!, async (address) => {
		await beginBrief(page, address);
		await start(page);
		const other = await context.newPage();
		await other.goto(page.url());
		await expect(pictures(other)).toHaveCount(2);
		for (let i = 0; i < 12; i++) {
			await answer(i % 2 ? other : page, [i % 2 ? 'j' : 'f']);
			// Each tab hears of the other's answer, and goes on from it.
			for (const tab of [page, other]) {
				await expect(budget(tab).getByText(`${i + 1} of 40`)).toBeVisible();
				await expect(pictures(tab)).toHaveCount(2);
			}
		}
		await expect.poll(async () => (await roundsOf(page)).length).toBeGreaterThan(1);
		await expect
			.poll(async () => (await takesOf(page)).every(({ state }) => state === 'done'))
			.toBe(true);
		expectEachOnce(await takesOf(page));
	});
});

test('with a slow service it says how long, and goes on while the page is away', async ({
	page,
	baseURL
}) => {
	await withStub(baseURL!, async (address, stub) => {
		stub.pace = 4000;
		await beginBrief(page, address);
		await page.getByRole('button', { name: /^Run \d+ takes and start$/ }).click();
		await expect(page.getByText('Making takes.')).toBeVisible();
		await expect(page.getByText(/A take needs about/)).toBeVisible();
		await page.getByRole('link', { name: 'Findings' }).click();
		await expect
			.poll(async () => (await takesOf(page)).filter(({ state }) => state === 'done').length)
			.toBeGreaterThan(2);
		await page.getByRole('link', { name: 'Narrow down' }).click();
		await expect(pictures(page)).toHaveCount(2);
		expectEachOnce(await takesOf(page));
	});
});

test('a value is taken out and put back, pictures are marked, and answers with settings in sight say so', async ({
	page,
	baseURL
}) => {
	await withStub(baseURL!, async (address) => {
		await beginBrief(page, address);
		await start(page);
		const dials = page.getByRole('complementary', { name: 'Dials' });
		const value = dials.getByRole('group', { name: 'Guidance' }).getByRole('button').first();
		await expect(value).toHaveAccessibleName(/Press to take it out/);
		await value.click();
		await expect(value).toHaveAccessibleName(/You took it out/);
		await value.click();
		await expect(value).toHaveAccessibleName(/Press to take it out/);

		await page.locator('figure').first().hover();
		await page.keyboard.press('k');
		await expect.poll(async () => (await tableOf(page, 'marks')).length).toBe(1);
		expect((await tableOf<{ blind?: boolean }>(page, 'marks'))[0].blind).toBe(true);

		await answer(page, ['f']);
		await page.keyboard.press('i');
		await expect(page.getByText(/answers don’t count as blind/)).toBeVisible();
		await answer(page, ['j']);
		const opens = (await answersOf(page)).map(({ open }) => !!open);
		expect(opens.filter(Boolean)).toHaveLength(1);

		await page.getByRole('button', { name: 'Pause' }).click();
		await expect(page.getByText(/no more takes are ordered/)).toBeVisible();
		const before = (await takesOf(page)).length;
		await answer(page, ['f', 'j', 'f']);
		expect((await takesOf(page)).length).toBe(before);
	});
});

test('a budget below the first round, or nothing that varies, is said before anything is spent', async ({
	page
}) => {
	await beginBrief(page);
	await page.getByLabel('Credits, at most').fill('0.5');
	await expect(page.getByText(/Raise the credits, or leave some values out/)).toBeVisible();
	await expect(page.getByRole('button', { name: /and start$/ })).toBeDisabled();
	await page.getByLabel('Credits, at most').fill('30');
	const values = page.getByRole('group', { name: 'What may vary' }).getByTitle(/^May vary/);
	// The last value of a dial can't be left out.
	while (await values.count()) await values.last().click();
	for (const last of await page.getByTitle('A dial needs at least one value').all())
		await expect(last).toBeDisabled();
	await expect(page.getByText(/There is only one setting/)).toBeVisible();
	expect(await takesOf(page)).toHaveLength(0);
});
