import { expect, test, type Page } from '@playwright/test';
import { alerts, allDone, idle, newBrief, typeStops } from './helpers';

const prompt = (page: Page) => page.getByRole('textbox', { name: 'Prompt', exact: true });

/** Goes on with the Tab key until something of this name has the focus. */
async function tabTo(page: Page, name: RegExp, back = false, most = 220): Promise<void> {
	for (let i = 0; i < most; i++) {
		await page.keyboard.press(back ? 'Shift+Tab' : 'Tab');
		const found = await page.evaluate(() => {
			const at = document.activeElement as HTMLElement | null;
			return at?.getAttribute('aria-label') ?? at?.innerText ?? '';
		});
		if (name.test(found)) return;
	}
	throw new Error(`The Tab key does not come to ${name}.`);
}

/** Pastes a text into what has the focus, as the keys do. */
const paste = (page: Page, text: string) =>
	page.evaluate((pasted) => {
		const data = new DataTransfer();
		data.setData('text/plain', pasted);
		document.activeElement!.dispatchEvent(
			new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })
		);
	}, text);

test('by keyboard alone: from a messy line to labels that show only the words that differ', async ({
	page
}) => {
	await newBrief(page, 'April cover');
	await expect(prompt(page)).toBeVisible();

	// Paste a list item with a link, get a clean prompt.
	await tabTo(page, /^Prompt$/);
	await paste(page, '3.  **a sailing dinghy** , , on the open sea https://example.org/p?id=7');
	await expect(prompt(page)).toHaveText('a sailing dinghy, on the open sea');
	await expect(page.getByText(/Taken out of what was pasted: 1 link, 1 list mark/)).toBeVisible();
	await expect(page.getByLabel('Subject phrase')).toHaveValue('a sailing dinghy');
	await expect(page.getByLabel('Place phrase')).toHaveValue('on the open sea');

	// Two phrases from the lists.
	await tabTo(page, /^Traits$/);
	await page.keyboard.press('Enter');
	await tabTo(page, /^red$/);
	await page.keyboard.press('Enter');
	await tabTo(page, /^Framing$/, true);
	await page.keyboard.press('Enter');
	await tabTo(page, /^wide view$/);
	await page.keyboard.press('Enter');
	await expect(prompt(page)).toHaveText('a sailing dinghy, on the open sea, red, wide view');

	// A phrase moved by keys, and switched off and on.
	await tabTo(page, /^Traits phrase$/, true);
	await page.keyboard.press('Alt+ArrowUp');
	await expect(prompt(page)).toHaveText('a sailing dinghy, red, on the open sea, wide view');
	await tabTo(page, /^“red” is sent$/);
	await page.keyboard.press('Space');
	await expect(prompt(page)).toHaveText('a sailing dinghy, on the open sea, wide view');
	await page.keyboard.press('Space');
	await expect(prompt(page)).toHaveText('a sailing dinghy, red, on the open sea, wide view');

	// A contradiction is pointed out where it stands, and mended with one press.
	await tabTo(page, /^Leave out besides$/);
	await page.keyboard.type('boats, watermark');
	await page.keyboard.press('Enter');
	await expect(page.getByText(/“boats” is left out, and “a sailing dinghy”/)).toBeVisible();
	await tabTo(page, /^Stop leaving out “boats”$/);
	await page.keyboard.press('Enter');
	await expect(page.getByLabel('Leave out besides')).toHaveValue('watermark');
	await expect(page.getByText(/asks for/)).toHaveCount(0);

	// Three fuller versions onto the wording dial.
	await tabTo(page, /^Lists$/);
	await page.keyboard.press('ArrowRight');
	await tabTo(page, /^Write versions$/);
	await page.keyboard.press('Enter');
	await expect(
		page.getByRole('list', { name: 'Fuller versions' }).getByRole('listitem')
	).toHaveCount(8);
	for (let i = 0; i < 3; i++) {
		await tabTo(page, /^put on the dial/);
		await page.keyboard.press('Enter');
	}
	await expect(page.getByText('4 stops, varied')).toBeVisible();

	// On two models with matched seeds.
	await tabTo(page, /^On to the dials/, true);
	await page.keyboard.press('Enter');
	await page.waitForURL(/\/dials/);
	await expect(page.getByText(/4 wordings, varied/)).toBeVisible();
	await tabTo(page, /^Guidance stops as a list$/);
	await page.keyboard.press('Control+a');
	await page.keyboard.type('6');
	await page.keyboard.press('Enter');
	await tabTo(page, /^small/);
	await page.keyboard.press('Enter');
	await tabTo(page, /^Run 16$/);
	await page.keyboard.press('Enter');
	await page.waitForURL(/\/sheet/);
	await allDone(page, 16);

	// The labels show only the words that differ.
	const rows = page.getByRole('rowheader');
	await expect(rows).toHaveCount(4);
	const labels = await rows.allInnerTexts();
	expect(labels[0].trim()).toBe('as it stands');
	for (const label of labels.slice(1)) {
		expect(label).not.toMatch(/dinghy|open sea|wide view/);
		expect(label.trim().length).toBeGreaterThan(3);
	}
	expect(new Set(labels).size).toBe(4);
	// Matched seeds: every wording has the same two on both models.
	await expect(
		page.getByRole('columnheader').filter({ hasText: /Turnstone 2|Gannet/ })
	).toHaveCount(2);

	// The words of a take can be loaded alone, and every prompt that was run is kept.
	await page.getByRole('button', { name: 'Load its words' }).focus();
	await page.keyboard.press('Enter');
	await page.waitForURL(/\/words/);
	await expect(page.getByText('held at the prompt')).toBeVisible();
	await page.getByRole('tab', { name: 'Used' }).click();
	await expect(
		page.getByRole('list', { name: 'Prompts that were run' }).getByRole('listitem')
	).toHaveCount(4);
});

test('typing stays fluent in a prompt of 2 000 words', { tag: '@alone' }, async ({ page }) => {
	await newBrief(page, 'Long words');
	const long = Array.from({ length: 400 }, (_, i) => `a heron number ${i} at dusk`).join(', ');
	expect(long.split(' ').length).toBeGreaterThan(2000);
	expect(long.length).toBeLessThan(20_000);
	await prompt(page).fill(long);
	await expect(page.getByText(/Reads 200 words/)).toBeVisible();
	await page.evaluate(() => {
		const store = window as unknown as { handled: number[] };
		store.handled = [];
		// From before the browser changes the text to after the page has taken it over: the editor
		// watches its content, and an observer that is added later is told after it.
		let begun = 0;
		window.addEventListener('beforeinput', () => (begun = performance.now()), { capture: true });
		new MutationObserver(() => {
			if (begun) store.handled.push(performance.now() - begun);
			begun = 0;
		}).observe(document.querySelector('.cm-content')!, {
			characterData: true,
			childList: true,
			subtree: true
		});
	});
	await prompt(page).focus();
	await page.keyboard.press('Control+Home');
	await page.keyboard.type('two grey herons and a small crab in fog', { delay: 60 });
	await idle(page);
	const handled = await page.evaluate(() => (window as unknown as { handled: number[] }).handled);
	const sorted = [...handled].sort((a, b) => a - b);
	const [median, worst] = [sorted[Math.floor(sorted.length / 2)], sorted.at(-1)!];
	console.log(
		`    ${sorted.length} input events at 2 000 words: median ${median.toFixed(1)} ms, worst ${worst.toFixed(1)} ms`
	);
	expect(sorted.length).toBeGreaterThan(30);
	await expect(prompt(page)).toContainText('two grey herons and a small crab in fog');
	// Nothing that was typed is lost on the way to the phrases and back.
	await page.reload();
	await expect(prompt(page)).toContainText('a heron number 0');
	const kept = await prompt(page).innerText();
	expect(kept.replace(/\s+/g, ' ')).toContain('two grey herons and a small crab in fog');
	// Lists of facets are made for the phrases in sight alone; the last has its own once it is seen.
	const rows = page.getByRole('list', { name: 'Phrases in their order' }).getByRole('listitem');
	expect(await rows.count()).toBeGreaterThan(790);
	expect(await rows.getByRole('combobox').count()).toBeLessThan(60);
	await rows.last().getByRole('switch').focus();
	await rows.last().getByRole('combobox').selectOption('mood');
	await expect(rows.last().getByRole('textbox')).toHaveAccessibleName('Mood phrase');
});

test('words that are hard to take are taken, or refused with a sentence at the field', async ({
	page
}) => {
	await newBrief(page, 'Hard words');
	// Right to left, and emoji.
	await prompt(page).fill('منارة عند الغسق، 🦀🌊');
	await expect(page.getByText(/Does not know منارة/).first()).toBeVisible();
	// Nothing, and only what to leave out.
	await prompt(page).fill('');
	await expect(page.getByText(/Works without a prompt/)).toBeVisible();
	await expect(page.getByText('Needs a prompt.')).toBeVisible();
	await page.getByLabel('Leave out besides').fill('people');
	await page.getByLabel('Leave out besides').press('Enter');
	await expect(page.getByText(/Only what to leave out is not enough/)).toBeVisible();
	// More than 20 000 characters.
	await prompt(page).fill('a heron');
	await prompt(page).focus();
	await paste(page, 'x'.repeat(20_001));
	await expect(alerts(page)).toContainText(/20,000 characters.*Nothing was put in/);
	await expect(prompt(page)).toHaveText('a heron');
	// A prompt that Gannet needs and has not stops its run, with the dial and the sentence.
	await prompt(page).fill('');
	await page.getByRole('button', { name: 'On to the dials' }).click();
	await expect(alerts(page)).toContainText(/Gannet needs one/);
	await typeStops(page, 'Guidance stops as a list', '6');
});

test('what is being pressed stays under the pointer while what was typed comes to rest', async ({
	page
}) => {
	await page.setViewportSize({ width: 1000, height: 800 });
	await newBrief(page, 'A long press');
	const below = page.getByRole('button', { name: 'watermark' });
	await prompt(page).fill('a heron');
	await expect(page.getByLabel('Subject phrase')).toHaveValue('a heron');
	await below.scrollIntoViewIfNeeded();
	// The words make three more phrases, which push down what is below: pressed before, let go after.
	await below.hover();
	await page.mouse.down();
	await prompt(page).fill('a heron, a salt marsh, dawn, a storm');
	await idle(page);
	await page.mouse.up();
	await expect(page.getByLabel('Leave out besides')).toHaveValue('watermark');
	await expect(page.getByLabel('Place phrase')).toHaveValue('a salt marsh');
	// A menu that is open holds nothing up.
	await page.mouse.down({ button: 'right' });
	await prompt(page).fill('a crab, a salt marsh, dawn, a storm');
	await expect(page.getByLabel('Subject phrase')).toHaveValue('a crab');
	await page.mouse.up({ button: 'right' });
});

test('a picture is turned back into words', async ({ page }) => {
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	await page.goto(page.url().replace(/\/sheet.*/, '/words?drawer=picture'));
	await page.getByRole('group', { name: 'Takes' }).getByRole('button').first().click();
	// A take is known by its own words; what is told from its pixels stands below them.
	const own = page.getByRole('group', { name: 'Words that made it' });
	await expect(own.getByRole('button').first()).toBeVisible();
	const shows = page.getByLabel('What the picture shows');
	await expect(shows).toContainText('Subject');
	await expect(shows).toContainText(/\d+%/);
	await expect(shows).toContainText('Palette');
	const place = shows.getByRole('button').filter({ hasText: '%' }).first();
	const phrase = (await place.innerText()).replace(/\s*\d+%/, '');
	await place.click();
	await expect(prompt(page)).toContainText(phrase);
	// Guesses are not added for the artist: no subject is, where none is likely. A share that is shown as
	// 50% may lie on either side.
	const sums = await shows.locator('dd').evaluateAll((rows) =>
		rows.flatMap((row) => {
			const share = /(\d+)%/.exec(row.textContent ?? '')?.[1];
			return share ? [{ share: Number(share), says: row.textContent.includes('not sure') }] : [];
		})
	);
	expect(sums.length).toBeGreaterThan(2);
	for (const { share, says } of sums) if (share !== 50) expect(says).toBe(share < 50);
});
