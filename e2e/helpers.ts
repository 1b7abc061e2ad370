import { expect, type Locator, type Page } from '@playwright/test';

/** What is said aloud now. The library that drags phrases has an empty place for it, too, from when it is loaded. */
export const alerts = (page: Page): Locator => page.getByRole('alert').filter({ hasText: /\S/ });

/** Makes a brief as a newcomer would and stops at its words. */
export async function newBrief(page: Page, name: string, address = ''): Promise<void> {
	await page.goto(`${address}/`);
	await page.getByRole('button', { name: 'New brief' }).first().click();
	await page.getByLabel('Name').fill(name);
	await page.getByRole('button', { name: 'Begin' }).click();
	await page.waitForURL(/\/words$/);
}

/** Begins a brief, and opens the dialog that brings pictures into it. */
export async function bringInto(page: Page, name: string): Promise<void> {
	await newBrief(page, name);
	await page.getByRole('link', { name: 'Sheet' }).click();
	await page.getByRole('button', { name: 'Bring in pictures made elsewhere' }).click();
}

/** Sets a dial's stops by typing them. */
export async function typeStops(page: Page, label: string, stops: string): Promise<void> {
	const field = page.getByLabel(label);
	await field.fill(stops);
	await field.press('Enter');
}

/** Waits until every take in sight is done, and says how many there are. */
export async function allDone(page: Page, count: number): Promise<void> {
	await expect(page.locator('[data-take]')).toHaveCount(count, { timeout: 240_000 });
	await expect(page.locator('[data-take][data-state="done"]')).toHaveCount(count, {
		timeout: 240_000
	});
}

/** How many takes of the browser's database are done, without reading them. */
export function countDone(page: Page): Promise<number> {
	return page.evaluate(async () => {
		const db = await new Promise<IDBDatabase>((resolve, reject) => {
			const open = indexedDB.open('dial-pick');
			open.onsuccess = () => resolve(open.result);
			open.onerror = () => reject(new Error('no database'));
		});
		const count = await new Promise<number>((resolve) => {
			const request = db.transaction('takes').objectStore('takes').index('state').count('done');
			request.onsuccess = () => resolve(request.result);
		});
		db.close();
		return count;
	});
}

/** The kept pictures' bytes by take number, straight from the browser's database. */
export function storedTakes(
	page: Page
): Promise<{ number: number; state: string; size: number; pixels: string }[]> {
	return page.evaluate(async () => {
		const db = await new Promise<IDBDatabase>((resolve, reject) => {
			const open = indexedDB.open('dial-pick');
			open.onsuccess = () => resolve(open.result);
			open.onerror = () => reject(new Error('no database'));
		});
		const all = <T>(table: string) =>
			new Promise<T[]>((resolve) => {
				const request = db.transaction(table).objectStore(table).getAll();
				request.onsuccess = () => resolve(request.result as T[]);
			});
		const takes = await all<{ id: string; number: number; state: string; pixels?: string }>(
			'takes'
		);
		const pictures = await all<{ takeId: string; picture: Blob; thumbnail: Blob }>('pictures');
		db.close();
		return takes
			.map(({ id, number, state, pixels }) => {
				const kept = pictures.filter(({ takeId }) => takeId === id);
				return {
					number,
					state,
					pixels: pixels ?? '',
					size: kept.reduce((sum, { picture, thumbnail }) => sum + picture.size + thumbnail.size, 0)
				};
			})
			.sort((a, b) => a.number - b.number);
	});
}

/** All rows of a table of the browser's database. */
export const tableOf = <T>(page: Page, table: string): Promise<T[]> =>
	page.evaluate(async (name) => {
		const db = await new Promise<IDBDatabase>((resolve, reject) => {
			const open = indexedDB.open('dial-pick');
			open.onsuccess = () => resolve(open.result);
			open.onerror = () => reject(new Error('no database'));
		});
		const rows = await new Promise<T[]>((resolve) => {
			const request = db.transaction(name).objectStore(name).getAll();
			request.onsuccess = () => resolve(request.result as T[]);
		});
		db.close();
		return rows;
	}, table);

/** Puts a row straight into a table of the browser's database. */
export const putRow = (page: Page, table: string, row: object): Promise<void> =>
	page.evaluate(
		async ([name, value]) => {
			const db = await new Promise<IDBDatabase>((resolve, reject) => {
				const open = indexedDB.open('dial-pick');
				open.onsuccess = () => resolve(open.result);
				open.onerror = () => reject(new Error('no database'));
			});
			const change = db.transaction(name, 'readwrite');
			change.objectStore(name).put(value);
			await new Promise((resolve) => (change.oncomplete = resolve));
			db.close();
		},
		[table, row] as const
	);

/** What came of the take that is reworked, and its line. */
export const results = (page: Page): Locator =>
	page.getByRole('group', { name: 'Results' }).locator('button');
export const line = (page: Page): Locator => page.getByRole('complementary', { name: 'Line' });

/** The pictures of results that are made: those on their way show a small preview. */
export const madeResults = (page: Page): Locator =>
	page.getByRole('group', { name: 'Results' }).locator('button:enabled img');

/** Waits until so many results are made. */
export async function resultsMade(page: Page, count: number): Promise<void> {
	await expect(results(page)).toHaveCount(count);
	await expect(madeResults(page))
		.toHaveCount(count, { timeout: 120_000 })
		.catch(async (cause: Error) => {
			// Where they stand, and what stands in the way.
			const takes = await tableOf<{ id: string; state: string; line?: unknown[] }>(page, 'takes');
			const open = takes.filter(({ line, state }) => line && state !== 'done');
			const plans = await tableOf<{ paused?: boolean }>(page, 'plans');
			const jobs = await tableOf(page, 'jobs');
			const stands = { open, paused: plans.filter(({ paused }) => paused), jobs };
			cause.message += `\n${JSON.stringify(stands).slice(0, 4000)}\n${await page.locator('header').first().innerText()}`;
			throw cause;
		});
}

/** A line drawn on the picture from place to place, as shares of it. */
export async function draw(page: Page, ...places: [number, number][]): Promise<void> {
	const box = (await page.getByLabel('Area: draw on the picture').boundingBox())!;
	const at = ([x, y]: [number, number]) => [box.x + x * box.width, box.y + y * box.height] as const;
	const [first, ...others] = places;
	await page.mouse.move(...at(first));
	await page.mouse.down();
	for (const place of others) await page.mouse.move(...at(place), { steps: 8 });
	await page.mouse.up();
}

/** The same by a finger or a pen, as the browser itself tells of them. */
export async function drawBy(
	page: Page,
	by: 'touch' | 'pen',
	...places: [number, number][]
): Promise<void> {
	const box = (await page.getByLabel('Area: draw on the picture').boundingBox())!;
	const points = places.map(([x, y]) => ({ x: box.x + x * box.width, y: box.y + y * box.height }));
	const session = await page.context().newCDPSession(page);
	const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', touchPoints: typeof points) =>
		session.send('Input.dispatchTouchEvent', { type, touchPoints });
	const pen = (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', at: (typeof points)[0]) =>
		session.send('Input.dispatchMouseEvent', {
			type,
			...at,
			button: 'left',
			buttons: 1,
			clickCount: 1,
			force: 0.5,
			pointerType: 'pen'
		});
	if (by === 'touch') {
		await touch('touchStart', points.slice(0, 1));
		for (const point of points.slice(1)) await touch('touchMove', [point]);
		await touch('touchEnd', []);
	} else {
		await pen('mousePressed', points[0]);
		for (const point of points.slice(1)) await pen('mouseMoved', point);
		await pen('mouseReleased', points.at(-1)!);
	}
	await session.detach();
}

/** Lays the sheet out by its dialog, as by keyboard. */
export async function layOut(
	page: Page,
	edge: 'down' | 'across' | 'then',
	choice: string | { label: string }
): Promise<void> {
	await page.getByRole('button', { name: 'Lay out' }).click();
	await page.getByRole('dialog').getByLabel(edge, { exact: true }).selectOption(choice);
	await page.keyboard.press('Escape');
}

/** Shows the takes of one run alone, by its place in the list. */
export async function showRun(page: Page, place: number): Promise<void> {
	const runs = page.getByLabel('Takes of');
	await runs.selectOption({ index: place });
}

/**
 * Waits until the page has had nothing to do for a quarter of a second: no work, and nothing that moves.
 * What never rests is waited for five seconds.
 */
export const idle = (page: Page): Promise<void> =>
	page.evaluate(async () => {
		const begun = performance.now();
		for (let calm = begun; performance.now() - calm < 250 && performance.now() - begun < 5000;) {
			const from = performance.now();
			await new Promise((resolve) => requestIdleCallback(resolve, { timeout: 200 }));
			await new Promise((resolve) => setTimeout(resolve, 20));
			const moving = document
				.getAnimations()
				.some(
					(one) =>
						one.playState === 'running' && Number.isFinite(one.effect?.getComputedTiming().endTime)
				);
			if (moving || performance.now() - from > 120) calm = performance.now();
		}
	});

/** Waits until a value stays what it is for a quarter of a second, and returns it. */
export async function steady<T>(read: () => Promise<T>): Promise<T> {
	let last = await read();
	for (let same = 0; same < 5;) {
		await new Promise((resolve) => setTimeout(resolve, 50));
		const next = await read();
		same = JSON.stringify(next) === JSON.stringify(last) ? same + 1 : 0;
		last = next;
	}
	return last;
}

/** Notes every task over 50 ms of the page from now on, and when its first take is to be seen. */
export function watchPage(): void {
	const seen = window as unknown as { long: number[]; first?: number };
	seen.long = [];
	new PerformanceObserver((list) => {
		for (const entry of list.getEntries()) seen.long.push(Math.round(entry.duration));
	}).observe({ type: 'longtask', buffered: true });
	const look = () => {
		const image = document.querySelector<HTMLImageElement>('[data-take] > img');
		if (image?.complete && image.naturalWidth) seen.first = performance.now();
		else requestAnimationFrame(look);
	};
	requestAnimationFrame(look);
}

/** The tasks over 50 ms since this was asked last. */
export const longTasks = (page: Page): Promise<number[]> =>
	page.evaluate(async () => {
		await new Promise((resolve) => setTimeout(resolve, 200));
		return (window as unknown as { long: number[] }).long.splice(0);
	});

/** What is kept of takes and their pictures, in one figure each: counts, and a sum over what they say. */
export const kept = (page: Page) =>
	page.evaluate(async () => {
		const open = indexedDB.open('dial-pick');
		const db = await new Promise<IDBDatabase>((resolve) => {
			open.onsuccess = () => resolve(open.result);
		});
		const all = <T>(table: string) =>
			new Promise<T[]>((resolve) => {
				const request = db.transaction(table).objectStore(table).getAll();
				request.onsuccess = () => resolve(request.result as T[]);
			});
		const sum = async (text: string | ArrayBuffer) => {
			const bytes = typeof text === 'string' ? new TextEncoder().encode(text) : text;
			const digest = await crypto.subtle.digest('SHA-256', bytes);
			return [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, '0')).join('');
		};
		const sorted = (value: unknown): unknown =>
			value && typeof value === 'object'
				? Array.isArray(value)
					? value.map(sorted)
					: Object.fromEntries(
							Object.entries(value)
								.filter(([, one]) => one !== undefined)
								.sort(([a], [b]) => (a < b ? -1 : 1))
								.map(([name, one]) => [name, sorted(one)])
						)
				: value;
		const told: Record<string, unknown> = {};
		for (const table of [
			'briefs',
			'plans',
			'takes',
			'marks',
			'picks',
			'remarks',
			'ledger',
			'answers'
		]) {
			const rows = await all(table);
			told[table] = [rows.length, await sum(JSON.stringify(sorted(rows)))];
		}
		const pictures = await all<{ picture: Blob }>('pictures');
		let text = '';
		for (const { picture } of pictures) text += await sum(await picture.arrayBuffer());
		told.pictures = [pictures.length, await sum(text)];
		db.close();
		return told;
	});
