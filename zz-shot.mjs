import { withBrowser } from './scripts/browser.mjs';
await withBrowser(async (page, address) => {
	await page.setViewportSize({ width: 1280, height: 800 });
	await page.goto(address + '/demo');
	await page.waitForURL(/\/sheet/);
	const brief = page.url().match(/brief\/([\w-]+)/)[1];
	const id = await page.evaluate(async (briefId) => {
		const db = await new Promise((r) => { const o = indexedDB.open('dial-pick'); o.onsuccess = () => r(o.result); });
		const all = (t) => new Promise((r) => { const q = db.transaction(t).objectStore(t).getAll(); q.onsuccess = () => r(q.result); });
		const takes = (await all('takes')).filter((t) => t.briefId === briefId && t.state === 'done');
		const pics = new Map((await all('pictures')).map((p) => [p.takeId, p]));
		const plans = (await all('plans')).filter((p) => p.briefId === briefId);
		const tx = db.transaction(['takes', 'pictures', 'plans'], 'readwrite');
		let number = 1000, parent = takes[0];
		// A chain of 12, then 14 runs of 14.
		const put = (from, line, planId, i) => {
			const src = takes[(i * 7) % takes.length];
			const t = { ...from, id: crypto.randomUUID(), number: ++number, planId, line, createdAt: Date.now() + number, settings: { ...from.settings, seed: from.settings.seed, variation: { seed: number, amount: [0.15, 0.3, 0.5][i % 3] } } };
			tx.objectStore('takes').put(t);
			tx.objectStore('pictures').put({ ...pics.get(src.id), takeId: t.id, briefId });
			return t;
		};
		for (let d = 0; d < 12; d++) {
			const planId = crypto.randomUUID();
			tx.objectStore('plans').put({ ...plans[0], id: planId, key: crypto.randomUUID(), createdAt: Date.now() + d });
			parent = put(parent, [{ take: parent.id, number: parent.number, as: 'vary' }], planId, d);
		}
		const middle = parent;
		for (let run = 0; run < 14; run++) {
			const planId = crypto.randomUUID();
			tx.objectStore('plans').put({ ...plans[0], id: planId, key: crypto.randomUUID(), createdAt: Date.now() + 100 + run });
			for (let i = 0; i < 14; i++) put(middle, [{ take: middle.id, number: middle.number, as: run % 2 ? 'vary' : 'start' }], planId, i + run);
		}
		await new Promise((r) => (tx.oncomplete = r));
		return middle.id;
	}, brief);
	await page.goto(`${address}/brief/${brief}/rework?take=${id}&way=vary`);
	await page.waitForTimeout(3000);
	await page.screenshot({ path: '/tmp/line200.png' });
	await page.setViewportSize({ width: 820, height: 800 }); await page.reload(); await page.waitForTimeout(2500);
	await page.waitForTimeout(800);
	await page.screenshot({ path: '/tmp/line200-820.png' });
});
