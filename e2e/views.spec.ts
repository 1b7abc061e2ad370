import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { AxeResults } from 'axe-core';
import { expect, test, type CDPSession, type Page } from '@playwright/test';
import { idle, layOut, newBrief, putRow, storedTakes } from './helpers';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** Findings of axe-core that would stop someone, as sentences; of all its rules, or of those named. */
async function serious(page: Page, rules?: string[]): Promise<string[]> {
	await page.evaluate(axe);
	const { violations } = await page.evaluate(
		(runOnly) => (window as unknown as { axe: Axe }).axe.run(runOnly ? { runOnly } : {}),
		rules
	);
	return violations
		.filter(({ impact }) => impact === 'serious' || impact === 'critical')
		.flatMap(({ id, help, nodes }) =>
			nodes.map(({ target }) => `${id}: ${help}: ${target.join(' ')}`)
		);
}

interface Axe {
	run(options: { runOnly?: string[] }): Promise<AxeResults>;
}

/** What is hard to read as the page stands, once its colours have come to rest. */
async function hardToRead(page: Page): Promise<string[]> {
	await page.evaluate(async () => {
		// Drawn once, what changes has begun to.
		await new Promise((drawn) => requestAnimationFrame(() => setTimeout(drawn)));
		const changing = document.getAnimations().filter((one) => one instanceof CSSTransition);
		await Promise.allSettled(changing.map(({ finished }) => finished));
	});
	return serious(page, ['color-contrast']);
}

/** Findings in the light, and what is hard to read in the dark. */
async function inLightAndDark(page: Page): Promise<string[]> {
	const light = await serious(page);
	await page.emulateMedia({ colorScheme: 'dark' });
	const dark = await hardToRead(page);
	await page.emulateMedia({ colorScheme: 'light' });
	return [...light, ...dark.map((finding) => `in the dark: ${finding}`)];
}

async function openDemo(page: Page): Promise<string> {
	await page.goto('/demo');
	await page.waitForURL(/\/brief\/.*\/sheet/);
	await expect(page.locator('[data-take][data-state="done"] img').first()).toBeVisible();
	return page.url().replace(/\/sheet.*/, '');
}

test('no view has a serious finding of axe-core', async ({ page }) => {
	const found: Record<string, string[]> = {};
	await page.goto('/');
	await expect(page.getByText('Nothing here yet')).toBeVisible();
	found['no briefs'] = await inLightAndDark(page);
	const brief = await openDemo(page);
	found.sheet = await inLightAndDark(page);
	await page.locator('[data-take]').first().click();
	await page.keyboard.press('Enter');
	await expect(page.locator('figure img')).toBeVisible();
	found.large = await inLightAndDark(page);
	for (const view of [
		'words',
		'dials?more=adapter.start.batch.style.negative',
		'sheet?panel=measures&measure=clipped&heat=1',
		'pick',
		'pick?dial=guidance&stop=6',
		'pairs?way=marks',
		'findings'
	]) {
		await page.goto(`${brief}/${view}`);
		await expect(page.getByRole('heading').first()).toBeVisible();
		await idle(page);
		found[view] = await inLightAndDark(page);
	}
	await page.goto(`${brief}/sheet`);
	await page.locator('[data-take]').first().click();
	await page.getByRole('link', { name: 'Rework' }).click();
	await expect(page.getByRole('heading', { name: 'Line' })).toBeVisible();
	found.rework = await inLightAndDark(page);
	await page.goto(`${brief}/pairs`);
	await expect(page.locator('main img')).toHaveCount(2);
	found.pairs = await inLightAndDark(page);
	await page.goto('/models');
	await expect(page.getByRole('article')).toHaveCount(7);
	found.models = await inLightAndDark(page);
	await page.goto('/');
	await expect(page.getByRole('article')).toHaveCount(2);
	found.briefs = await inLightAndDark(page);
	for (const [view, findings] of Object.entries(found)) expect.soft(findings, view).toEqual([]);
});

/**
 * What can be pressed or filled in and is cut off where nothing can be scrolled, or lies under something else, as
 * sentences. A foot that stays in sight may lie over what is scrolled to.
 */
function outOfReach(page: Page): Promise<string[]> {
	return page.evaluate(() => {
		const name = (one: Element) =>
			`${one.tagName.toLowerCase()} "${(one.getAttribute('aria-label') ?? one.textContent ?? '').trim().slice(0, 40)}"`;
		const seen = { checkVisibilityCSS: true, contentVisibilityAuto: true, opacityProperty: true };
		return [...document.querySelectorAll('button, a[href], input, select, textarea')].flatMap(
			(one) => {
				const own = one.getBoundingClientRect();
				if (!one.checkVisibility(seen) || Math.min(own.width, own.height) < 3) return [];
				let [left, right, top, bottom] = [own.left, own.right, own.top, own.bottom];
				let scrolled: Element | null = null;
				for (let up = one.parentElement; up && up !== document.body; up = up.parentElement) {
					const { overflowX, display } = getComputedStyle(up);
					if (display === 'contents' || overflowX === 'visible') continue;
					const box = up.getBoundingClientRect();
					if (/auto|scroll/.test(overflowX)) scrolled ??= up;
					else if (!scrolled && (own.right > box.right + 1.5 || own.left < box.left - 1.5))
						return [`${name(one)} is cut off`];
					[left, right] = [Math.max(left, box.left), Math.min(right, box.right)];
					[top, bottom] = [Math.max(top, box.top), Math.min(bottom, box.bottom)];
				}
				if (!scrolled && own.right > innerWidth + 1) return [`${name(one)} is beyond the window`];
				[right, bottom] = [Math.min(right, innerWidth), Math.min(bottom, innerHeight)];
				if (right - left < 8 || bottom - top < 8) return [];
				const over = [left + 4, (left + right) / 2, right - 4].flatMap((x) => {
					const on = document.elementFromPoint(x, (top + bottom) / 2);
					if (!on || one.contains(on) || on.contains(one)) return [];
					if (on.closest('label')?.control === one || (scrolled && on.closest('footer'))) return [];
					return [on];
				});
				// A tick may stand in the corner of a picture.
				return over.length > 1 ? [`${name(one)} lies under ${name(over[0])}`] : [];
			}
		);
	});
}

test('whatever can be pressed is in reach, however narrow the window', async ({ page }) => {
	const look = async (what: string) => {
		for (const width of [1280, 1000, 820]) {
			await page.setViewportSize({ width, height: 800 });
			// What comes later moves what is there.
			await expect
				.soft(async () => expect(await outOfReach(page)).toEqual([]), `${what}, ${width} px`)
				.toPass({ timeout: 5000 });
		}
	};
	const brief = await openDemo(page);
	await look('sheet');
	for (const i of [0, 1]) {
		await page.locator('[data-take]').nth(i).click();
		await page.keyboard.press('c');
	}
	await expect(page.getByRole('tab', { name: 'wipe', exact: true })).toBeVisible();
	await look('two takes');
	for (const path of [
		...['words', 'dials', 'pick', 'pairs', 'findings'].map((view) => `${brief}/${view}`),
		...['/', '/models', '/library']
	]) {
		await page.goto(path);
		await expect(page.getByRole('main').getByRole('button').first()).toBeVisible();
		await look(path.replace(brief, ''));
	}
});

/** Makes everything that can be pressed look as in this state, all at once. */
async function pretend(session: CDPSession, state: 'hover' | 'focus'): Promise<void> {
	await session.send('DOM.enable');
	await session.send('CSS.enable');
	const { root } = await session.send('DOM.getDocument');
	const { nodeIds } = await session.send('DOM.querySelectorAll', {
		nodeId: root.nodeId,
		selector: 'a, button, input, select, textarea, [tabindex]'
	});
	let pretended = 0;
	for (const nodeId of nodeIds)
		// What a view puts in another's place meanwhile is gone.
		await session.send('CSS.forcePseudoState', { nodeId, forcedPseudoClasses: [state] }).then(
			() => pretended++,
			(cause: unknown) => expect(String(cause)).toContain('Could not find node')
		);
	expect(pretended).toBeGreaterThan(10);
}

test('nothing becomes hard to read under the pointer or when it has the focus', async ({
	page
}) => {
	const found: Record<string, string[]> = {};
	const brief = await openDemo(page);
	const session = await page.context().newCDPSession(page);
	for (const path of ['/', `${brief}/words`, `${brief}/pairs?way=marks`, `${brief}/findings`]) {
		await page.goto(path);
		await expect(page.getByRole('main').getByRole('button').first()).toBeVisible();
		if (path === '/') await page.getByRole('button', { name: 'More for March cover' }).click();
		for (const state of ['hover', 'focus'] as const) {
			await pretend(session, state);
			for (const colorScheme of ['light', 'dark'] as const) {
				await page.emulateMedia({ colorScheme });
				found[`${path}, ${colorScheme}, ${state}`] = await hardToRead(page);
			}
		}
	}
	for (const [view, findings] of Object.entries(found)) expect.soft(findings, view).toEqual([]);
});

/**
 * Of two colours of CSS, 1 to 21, in the page: it knows each way of writing one. Source: WCAG 2.2, relative luminance
 * and contrast ratio.
 */
function contrast(page: Page, colours: readonly [string, string]): Promise<number> {
	return page.evaluate((pair) => {
		const [one, other] = pair.map((colour) => {
			const dot = new OffscreenCanvas(1, 1).getContext('2d')!;
			dot.fillStyle = colour;
			dot.fillRect(0, 0, 1, 1);
			const [r, g, b] = [...dot.getImageData(0, 0, 1, 1).data]
				.map((level) => level / 255)
				.map((level) => (level <= 0.04045 ? level / 12.92 : ((level + 0.055) / 1.055) ** 2.4));
			return 0.2126 * r + 0.7152 * g + 0.0722 * b;
		});
		return (Math.max(one, other) + 0.05) / (Math.min(one, other) + 0.05);
	}, colours);
}

/** The colours of an element's text and of its own ground. */
const textAndGround = (element: Element): [string, string] => {
	const { color, backgroundColor } = getComputedStyle(element);
	return [color, backgroundColor];
};

/** @param count of axes that are named */
async function axesAreWhole(page: Page, count: number): Promise<void> {
	const axes = page.locator('.apexcharts-canvas:has(.apexcharts-xaxis-title-text)');
	await expect(axes).toHaveCount(count);
	for (const drawing of await axes.all()) {
		const [whole, name] = await Promise.all([
			drawing.locator('svg').first().boundingBox(),
			drawing.locator('.apexcharts-xaxis-title-text').boundingBox()
		]);
		expect(name!.y + name!.height).toBeLessThanOrEqual(whole!.y + whole!.height);
	}
}

test('what a chart says of a point can be read in the dark, and its axes are named whole', async ({
	page
}) => {
	await page.emulateMedia({ colorScheme: 'dark' });
	const brief = await openDemo(page);
	await page.goto(`${brief}/findings`);
	const costs = page.getByRole('img', { name: /credits/ });
	await costs.locator('.apexcharts-marker').first().hover({ force: true });
	const box = costs.locator('.apexcharts-tooltip');
	await expect(box).toContainText('credits a take');
	// axe-core does not judge what lies over a drawing.
	expect(await contrast(page, await box.evaluate(textAndGround))).toBeGreaterThan(4.5);
	await axesAreWhole(page, 4);
	// The page turns light while the drawing is looked at: its bands and dots turn with it.
	const curve = page.getByRole('img', { name: /Preference along/ }).first();
	const ink = (name: string) =>
		page.evaluate(
			(name) => getComputedStyle(document.documentElement).getPropertyValue(name).trim(),
			name
		);
	const drawnIn = (colour: string) =>
		expect.poll(() => curve.evaluate((one) => one.innerHTML)).toContain(colour);
	const dark = await ink('--varied');
	await drawnIn(dark);
	await page.emulateMedia({ colorScheme: 'light' });
	const light = await ink('--varied');
	expect(light).not.toBe(dark);
	await drawnIn(light);
	await page.goto(`${brief}/sheet?panel=measures&measure=clipped`);
	await axesAreWhole(page, 1);
});

test('what is said below a picture can be read on each mat, in the light and in the dark', async ({
	page
}) => {
	const brief = await openDemo(page);
	await putRow(page, 'seen', { briefId: brief.split('/').at(-1), at: 0 });
	await page.goto(`${brief}/sheet?measure=clipped&heat=1`);
	const most = page
		.locator('[data-take].heat')
		.filter({ hasText: /[1-9]\d\.\d%/ })
		.first();
	await expect(most).toBeVisible();
	for (const colorScheme of ['light', 'dark'] as const) {
		await page.emulateMedia({ colorScheme });
		const fresh = page.locator('.fresh').first();
		expect(await contrast(page, await fresh.evaluate(textAndGround))).toBeGreaterThan(4.5);
		for (const mat of ['dark', 'middle', 'light', 'paper']) {
			await page.getByRole('button', { name: `${mat} mat`, exact: true }).click();
			for (const cell of [most, page.locator('[data-take].heat').first()]) {
				const colours = await cell.evaluate((element): [string, string] => [
					getComputedStyle(element.querySelector('.foot')!).color,
					getComputedStyle(element, '::after').backgroundColor
				]);
				expect(await contrast(page, colours), `${colorScheme}, ${mat} mat`).toBeGreaterThan(4.5);
			}
		}
	}
});

test('on a narrow screen the purpose of a brief gives way before what is left to spend', async ({
	page
}) => {
	await page.setViewportSize({ width: 820, height: 700 });
	await page.goto(`${await openDemo(page)}/words`);
	const left = page.getByText(/credits left/);
	await expect(left).toBeVisible();
	const [whole, shown] = await left.evaluate((element) => {
		const text = document.createRange();
		text.selectNodeContents(element);
		return [text, element].map((one) => one.getBoundingClientRect().width);
	});
	// A hair too little is enough for the browser to cut the last letters off.
	expect(shown).toBeGreaterThanOrEqual(whole);
});

test('the demo is an ordinary brief that has been worked through', async ({ page }) => {
	const brief = await openDemo(page);
	const takes = await storedTakes(page);
	expect(takes.length).toBeGreaterThanOrEqual(50);
	expect(takes.every(({ state }) => state === 'done')).toBe(true);
	await expect(page.getByText(/of 400 credits left/)).toBeVisible();
	await page.goto(`${brief}/pick`);
	// One pick by its maker's eye, and one that carries what two judges said.
	await expect(page.getByRole('article')).toHaveCount(2);
	await expect(page.getByRole('article').filter({ hasText: /Wren/ })).toHaveCount(1);
	// Opened again, it is the same brief, not a second one.
	await page.goto('/demo');
	await page.waitForURL(/\/brief\/.*\/sheet/);
	await page.goto('/');
	// It is there once, with one that has just been begun.
	await expect(page.getByRole('article')).toHaveCount(2);
	await expect(page.getByRole('article').filter({ hasText: '67 takes' })).toHaveCount(1);
	await expect(page.getByRole('article').filter({ hasText: 'no takes yet' })).toHaveCount(1);
});

test('a take and its thumbnail are kept in under 350 kB on average at 1024x1024', async ({
	page
}) => {
	await page.goto('/');
	await page.getByRole('button', { name: 'New brief' }).first().click();
	await page.getByLabel('Name').fill('Large');
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.waitForURL(/words/);
	await page.getByLabel('Prompt', { exact: true }).fill('heron in a salt marsh at dawn');
	await page.getByRole('button', { name: 'On to the dials' }).click();
	const guidance = page.getByLabel('Guidance stops as a list');
	await guidance.fill('6');
	await guidance.press('Enter');
	await page.getByRole('button', { name: /^full/ }).click();
	await page.getByRole('button', { name: 'Run 4' }).click();
	await expect(page.locator('[data-take][data-state="done"]')).toHaveCount(4, { timeout: 240_000 });
	const sizes = (await storedTakes(page)).map(({ size }) => size / 1000);
	const mean = sizes.reduce((a, b) => a + b) / sizes.length;
	console.log(`    kept per 1024x1024 take: ${sizes.map((s) => s.toFixed(0)).join(', ')} kB`);
	expect(mean).toBeLessThan(350);
});

test('nothing is fetched from anywhere else', async ({ page }) => {
	const foreign: string[] = [];
	page.on('request', (request) => {
		const { hostname, protocol } = new URL(request.url());
		if (protocol.startsWith('http') && hostname !== '127.0.0.1') foreign.push(request.url());
	});
	const brief = await openDemo(page);
	for (const view of ['words', 'dials', 'pick']) await page.goto(`${brief}/${view}`);
	await page.goto('/');
	expect(foreign).toEqual([]);
});

test('the first page of a first visit is small, and says what it is without script', async ({
	page,
	request
}) => {
	const session = await page.context().newCDPSession(page);
	await session.send('Network.enable');
	let bytes = 0;
	session.on('Network.loadingFinished', ({ encodedDataLength }) => (bytes += encodedDataLength));
	await page.goto('/');
	await expect(page.getByRole('button', { name: 'New brief' }).first()).toBeVisible();
	await page.waitForLoadState('networkidle');
	console.log(`    ${(bytes / 1024).toFixed(0)} KiB over the wire at the first visit`);
	expect(bytes / 1024).toBeLessThan(200);
	const html = await (await request.get('/')).text();
	expect(html).toContain('<title>Dial Pick</title>');
	expect(html).toMatch(/<noscript>[^<]*finds the settings that win[^<]*<\/noscript>/);
});

test('letters beyond those of the interface bring the whole font with them', async ({ page }) => {
	/** Files of the face of Latin letters: the first, small one, and the whole. */
	const files = new Set<string>();
	page.on('response', (response) => {
		if (/hanken-grotesk-(first-letters|latin-wght-normal)[^/]*woff2$/.test(response.url()))
			files.add(response.url());
	});
	await page.goto('/');
	await page.waitForLoadState('networkidle');
	expect(files.size).toBe(1);
	await newBrief(page, 'Dunes');
	await page.waitForLoadState('networkidle');
	expect(files.size).toBe(1);
	await newBrief(page, 'D\u00fcnen');
	await expect.poll(() => files.size).toBe(2);
});

test('a page is put up in its own letters, and without them if they do not come', async ({
	page
}) => {
	let given = false;
	await page.route(/first-letters[^/]*woff2$/, async (route) => {
		await new Promise((resolve) => setTimeout(resolve, 700));
		given = true;
		await route.continue();
	});
	await page.goto('/', { waitUntil: 'commit' });
	const begin = page.getByRole('button', { name: 'New brief' }).first();
	await expect(begin).toBeVisible();
	expect(given).toBe(true);

	await page.unrouteAll();
	await page.route(/first-letters[^/]*woff2$/, (route) => route.abort());
	await page.reload();
	await expect(begin).toBeVisible();
});

test('every box is set in a font of the interface', async ({ page }) => {
	const brief = await openDemo(page);
	for (const view of [
		'/',
		'/models',
		'/library',
		...['sheet', 'words', 'dials'].map((one) => `${brief}/${one}`)
	]) {
		await page.goto(view);
		await page.waitForLoadState('networkidle');
		expect(
			await page.evaluate(() =>
				[document.documentElement, ...document.querySelectorAll('body, body *')]
					.filter((one) => !/^"(Hanken|Spline)/.test(getComputedStyle(one).fontFamily))
					.map(({ outerHTML }) => outerHTML.slice(0, 80))
			)
		).toEqual([]);
	}
});

test('the state of the sheet is in its address', async ({ page }) => {
	await openDemo(page);
	await layOut(page, 'across', 'seed');
	await expect(page).toHaveURL(/columns=seed/);
	await page.getByRole('button', { name: 'dark mat' }).click();
	await expect(page).toHaveURL(/mat=0/);
	await page.reload();
	await expect(page.locator('.axis.columns')).toContainText('Seed');
	await expect(page.getByRole('button', { name: 'dark mat' })).toHaveAttribute(
		'aria-pressed',
		'true'
	);
});
