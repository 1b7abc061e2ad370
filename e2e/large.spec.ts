import { expect, test } from '@playwright/test';

/** Adds takes to the open brief straight in the database, each with a picture of 1024x1024. */
async function fill(count: number): Promise<void> {
	const open = indexedDB.open('dial-pick');
	const db = await new Promise<IDBDatabase>((resolve) => {
		open.onsuccess = () => resolve(open.result);
	});
	const read = <T>(table: string) =>
		new Promise<T[]>((resolve) => {
			const all = db.transaction(table).objectStore(table).getAll();
			all.onsuccess = () => resolve(all.result as T[]);
		});
	interface Row {
		id: string;
		planId: string;
		number: number;
		settings: { seed: number; guidance: number; steps: number };
	}
	const [like] = await read<Row>('takes');
	const canvas = new OffscreenCanvas(1024, 1024);
	const context = canvas.getContext('2d')!;
	const pictures: { picture: Blob; thumbnail: Blob }[] = [];
	for (let i = 0; i < 12; i++) {
		const fade = context.createLinearGradient(0, 0, 1024, 1024);
		fade.addColorStop(0, `hsl(${i * 30} 60% 40%)`);
		fade.addColorStop(1, `hsl(${i * 30 + 90} 60% 70%)`);
		context.fillStyle = fade;
		context.fillRect(0, 0, 1024, 1024);
		const picture = await canvas.convertToBlob({ type: 'image/webp', quality: 0.8 });
		pictures.push({ picture, thumbnail: picture });
	}
	for (let at = 0; at < count; at += 200) {
		const change = db.transaction(['takes', 'pictures'], 'readwrite');
		for (let i = at; i < Math.min(count, at + 200); i++) {
			const id = `large-${i}`;
			change.objectStore('takes').put({
				...like,
				id,
				number: 1000 + i,
				settings: {
					...like.settings,
					width: 1024,
					height: 1024,
					guidance: 1 + (i % 20) / 2,
					steps: 2 + 2 * (Math.floor(i / 20) % 20),
					seed: Math.floor(i / 400)
				}
			});
			change.objectStore('pictures').put({
				takeId: id,
				briefId: (like as unknown as { briefId: string }).briefId,
				...pictures[i % 12]
			});
		}
		await new Promise((resolve) => (change.oncomplete = resolve));
	}
	db.close();
}

test('2 000 takes of 1024x1024 are opened, scrolled, marked and looked at closely', async ({
	page
}) => {
	test.slow();
	await page.goto('/demo');
	await page.waitForURL(/\/sheet/);
	const brief = page.url().replace(/\/sheet.*/, '');
	await page.locator('[data-take] img').first().waitFor();
	await page.evaluate(fill, 2000);
	await page.goto(`${brief}/sheet?rows=guidance&columns=steps&then=none&size=-2`);
	const from = Date.now();
	await page.locator('[data-take] img').first().waitFor();
	const opened = Date.now() - from;
	await page.locator('[data-take]').nth(300).waitFor();
	await page.waitForTimeout(3000);

	await page.evaluate(() => {
		const store = window as unknown as { long: number[] };
		store.long = [];
		new PerformanceObserver((list) => {
			for (const entry of list.getEntries()) store.long.push(Math.round(entry.duration));
		}).observe({ type: 'longtask', buffered: false });
	});
	const mat = page.locator('.mat');
	for (let i = 0; i < 20; i++) {
		await mat.evaluate((element) => element.scrollBy(160, 90));
		await page.waitForTimeout(60);
	}
	const scrolling = await page.evaluate(() => (window as unknown as { long: number[] }).long);
	// From the key to the mark, as the page itself sees it.
	await mat.evaluate((element) => element.scrollTo(0, 0));
	const marking = await page.evaluate(async () => {
		const take = document.querySelector('[data-take].focused')!;
		const begun = performance.now();
		document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'k', bubbles: true }));
		for (;;) {
			if (take.classList.contains('keep')) return performance.now() - begun;
			await new Promise((resolve) => requestAnimationFrame(resolve));
		}
	});
	console.log(
		`    2 000 takes: first cells after ${opened} ms; tasks over 50 ms while scrolling: ${scrolling.length}, longest ${Math.max(0, ...scrolling)} ms; a mark shows after ${marking.toFixed(0)} ms`
	);
	// Only pictures near the window are loaded.
	const loaded = await page.locator('[data-take] img').count();
	expect(loaded).toBeLessThan(await page.locator('[data-take]').count());
});
