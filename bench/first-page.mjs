// How a first visit goes: long tasks, the first picture of the demo, and what came over the wire, as the
// browser itself kept them. It is started on the address, or has been open for a while as a user's mostly has,
// and is asked afterwards: a script that watched from the start would be part of what is measured. Builds that
// are named, folders of whole checkouts, are visited in turn, each time in a fresh profile.
// `npm run bench:page [folder…]`.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { chromium } from '@playwright/test';
import { max, median, sum } from 'simple-statistics';
import { answers, ensureChromium, freePort, quiet, startServer } from '../scripts/steps.mjs';

const VISITS = Number(process.env.VISITS ?? 6);
/** Pages that are visited first, and how long they are looked at, in ms. */
const pages = { '/': 3000, '/demo': 7000 };
/** How long the browser has been open before, in ms: its own start takes the same cores. */
const opened = [0, 5000];

/** @typedef {{ tasks: [number, number][], picture: number | null, text: number, kib: number, requests: number, frames: unknown[] }} Visit */

/** What the browser kept of a visit. @returns {Promise<Visit>} */
const kept = () =>
	new Promise((done) => {
		/** @type {Record<string, any[]>} */
		const entries = {};
		for (const type of ['longtask', 'long-animation-frame', 'largest-contentful-paint'])
			new PerformanceObserver((list) => (entries[type] = list.getEntries())).observe({
				type,
				buffered: true
			});
		setTimeout(() => {
			const loaded = /** @type {PerformanceResourceTiming[]} */ ([
				...performance.getEntriesByType('navigation'),
				...performance.getEntriesByType('resource')
			]);
			done({
				tasks: (entries.longtask ?? []).map(({ startTime, duration }) => [
					Math.round(startTime),
					Math.round(duration)
				]),
				// Of what is largest so far, each time that something larger is seen: the first that is a picture.
				picture:
					(entries['largest-contentful-paint'] ?? []).find(({ url }) => url.startsWith('blob:'))
						?.startTime ?? null,
				text: performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0,
				kib: loaded.reduce((sum, { transferSize }) => sum + transferSize, 0) / 1024,
				requests: loaded.length,
				frames: (entries['long-animation-frame'] ?? []).map((frame) => frame.toJSON())
			});
		}, 300);
	});

/**
 * Visits a page in a browser that was never anywhere.
 * @param {string} address
 * @param {number} ms how long it is looked at
 * @param {number} open how long the browser has been open before
 */
async function visit(address, ms, open) {
	const profile = mkdtempSync(join(tmpdir(), 'first-page-'));
	const port = await freePort(0);
	const browser = spawn(
		/** @type {string} */ (await ensureChromium()),
		[
			...quiet,
			'--headless=new',
			`--remote-debugging-port=${port}`,
			`--user-data-dir=${profile}`,
			'--window-size=1280,887',
			open ? 'about:blank' : address
		],
		// A group of its own: what is started may be a script that starts the browser.
		{ stdio: 'ignore', detached: true }
	);
	const ended = new Promise((r) => browser.on('exit', r));
	try {
		await answers(`http://127.0.0.1:${port}/json/version`);
		if (open) {
			await new Promise((r) => setTimeout(r, open));
			await fetch(`http://127.0.0.1:${port}/json/new?${address}`, { method: 'PUT' });
		}
		await new Promise((r) => setTimeout(r, ms));
		const over = await chromium.connectOverCDP(`http://127.0.0.1:${port}`);
		const page = over
			.contexts()[0]
			.pages()
			.find((one) => one.url().startsWith('http'));
		if (!page) throw new Error(`The browser is not at ${address}.`);
		const seen = await page.evaluate(kept);
		await (await over.newBrowserCDPSession()).send('Browser.close');
		await over.close();
		await ended;
		return seen;
	} finally {
		if (browser.exitCode === null) process.kill(-(/** @type {number} */ (browser.pid)));
		await ended;
		rmSync(profile, { recursive: true, force: true, maxRetries: 5 });
	}
}

const folders = process.argv.slice(2).map((folder) => resolve(folder));
if (!folders.length) folders.push(process.cwd());
const servers = await Promise.all(
	folders.map(async (cwd) => {
		const port = await freePort(0);
		const server = startServer(port, { DIAL_PICK_LOG: 'silent' }, cwd);
		const address = `http://127.0.0.1:${port}`;
		if (!(await answers(`${address}/api/render/v1/models`)))
			throw new Error(`The application of ${cwd} does not answer.`);
		return { cwd, server, address };
	})
);
try {
	const rows = [];
	const visited = Object.entries(pages).flatMap(([path, ms]) =>
		opened.map((open) => /** @type {const} */ ([path, ms, open]))
	);
	for (const [path, ms, open] of visited) {
		/** @type {Map<string, Visit[]>} */
		const found = new Map(folders.map((folder) => [folder, []]));
		for (let k = 0; k < VISITS; k++)
			for (const { cwd, address } of servers) {
				const seen = await visit(`${address}${path}`, ms, open);
				found.get(cwd)?.push(seen);
				if (!process.env.FRAMES) continue;
				console.log(cwd, path, JSON.stringify(seen.tasks), seen.picture);
				for (const frame of seen.frames) console.log(JSON.stringify(frame));
			}
		for (const [folder, visits] of found) {
			const took = visits.map(({ tasks }) => [0, ...tasks.map(([, ms]) => ms)]);
			const longest = took.map(max);
			rows.push({
				build: folder,
				page: path,
				'browser open for, s': open / 1000,
				'visits without a long task': `${longest.filter((ms) => !ms).length} of ${visits.length}`,
				'longest task, ms': median(longest),
				'long tasks, ms': median(took.map(sum)),
				'first text, ms': Math.round(median(visits.map(({ text }) => text))),
				'first picture, ms': Math.round(median(visits.map(({ picture }) => picture ?? 0))),
				'over the wire, KiB': Math.round(median(visits.map(({ kib }) => kib))),
				requests: median(visits.map(({ requests }) => requests))
			});
		}
	}
	console.table(rows);
} finally {
	for (const { server } of servers) server.kill();
}
