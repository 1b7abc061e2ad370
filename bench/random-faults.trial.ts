import 'fake-indexeddb/auto';
import { expect, it, vi } from 'vitest';
import { figure, Fleet } from '../scripts/fleet.mjs';
import { sampleBrief, samplePlan, sampleRack } from '$lib/core/testing';
import { combinations } from '$lib/core/plan';
import { RenderClient, Runner } from '$lib/render';
import * as store from '$lib/store';
import { db } from '$lib/store/db';

// One run of the real client against the real service on a queue, while random things go wrong:
// `npm run faults:random`, with FAULTS=500 SEED=1. The same seed gives the same faults in the same order;
// when they strike depends on the machine.

const [FAULTS, SEED] = [Number(process.env.FAULTS ?? 500), Number(process.env.SEED ?? 1)];
const RUNS = 20;
const SEEDS = Math.max(2, Math.ceil((1.6 * FAULTS) / RUNS));
const TAKES = RUNS * SEEDS;

/** Mulberry32, a small generator with a seed (public domain, Tommy Ettinger; from memory). */
function generator(seed: number): () => number {
	let state = seed >>> 0;
	return () => {
		state = (state + 0x6d2b79f5) >>> 0;
		let t = state;
		t = Math.imul(t ^ (t >>> 15), t | 1);
		t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	};
}
const random = generator(SEED);
const below = (n: number) => Math.floor(random() * n);
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

vi.mock('$lib/workers', () => ({ shrinkPicture: () => Promise.resolve(null) }));
const locks = new Map<string, Promise<unknown>>();
vi.stubGlobal('navigator', {
	locks: {
		request: (name: string, _: unknown, work: () => Promise<unknown>) => {
			const turn = (locks.get(name) ?? Promise.resolve()).then(work);
			locks.set(
				name,
				turn.catch(() => undefined)
			);
			return turn;
		}
	}
});

const struck: Record<string, number> = {};
const strike = (name: string) => {
	struck[name] = (struck[name] ?? 0) + 1;
	left--;
};
let left = FAULTS;

/** The web processes that live; the client's address leads to one of them. */
let webs: Awaited<ReturnType<Fleet['startWeb']>>[] = [];
const BASE = 'http://service.test/api/render/v1';
const realFetch = globalThis.fetch;

/** What goes wrong with one call. */
const callFaults: Record<string, (go: () => Promise<Response>) => Promise<Response>> = {
	'the call never arrives': () => Promise.reject(new TypeError('fetch failed')),
	'the answer is lost': async (go) => {
		await (await go()).body?.cancel();
		throw new TypeError('fetch failed');
	},
	'a proxy answers 502': () => Promise.resolve(new Response('bad gateway', { status: 502 })),
	'a proxy answers 503 after the call was carried out': async (go) => {
		await (await go()).body?.cancel();
		return new Response('{}', { status: 503, headers: { 'retry-after': '1' } });
	},
	'the body is cut short': async (go) => {
		const response = await go();
		let room = 200 + below(4000);
		const cut = new TransformStream<Uint8Array, Uint8Array>({
			transform(part, controller) {
				room -= part.byteLength;
				if (room >= 0) controller.enqueue(part);
				else controller.error(new TypeError('network error'));
			}
		});
		const { status, headers } = response;
		return new Response(response.body?.pipeThrough(cut) ?? null, { status, headers });
	},
	'the answer takes its time': async (go) => {
		await pause(300);
		return go();
	}
};

vi.stubGlobal('fetch', (address: string, init?: RequestInit) => {
	if (!address.startsWith(BASE)) return realFetch(address, init);
	const web = webs[below(webs.length)];
	const go = () => realFetch(address.replace(BASE, web.at), init);
	if (left <= 0 || random() > 0.4) return go();
	const names = Object.keys(callFaults);
	const name = names[below(names.length)];
	strike(name);
	return callFaults[name](go);
});

it(`${TAKES} takes through ${FAULTS} random faults are made, kept and entered once each`, async () => {
	const fleet = new Fleet();
	const stop = new AbortController();
	try {
		await fleet.startRedis();
		const startWeb = () => fleet.startWeb({ env: { DIAL_PICK_TOKENS: '' } });
		webs = [await startWeb(), await startWeb()];
		const workers = [fleet.startWorker(), fleet.startWorker()];
		await fleet.workers(webs[0].origin, 2);

		await db.briefs.add({ ...sampleBrief('b1'), allowance: null });
		const frame = [{ width: 64, height: 64 }];
		for (let i = 0; i < RUNS; i++) {
			const seed = Array.from({ length: SEEDS }, (_, k) => i * SEEDS + k);
			const rack = sampleRack({ model: ['dunlin'], frame, guidance: [2], steps: [3], seed });
			const plan = samplePlan(`p${i}`, { briefId: 'b1', rack, place: i, createdAt: i + 1 });
			await store.addPlan(plan, combinations(rack), SEEDS, () => crypto.randomUUID());
		}

		/** A tab: a runner that lives until it is closed. */
		let turn: Promise<void> = Promise.resolve();
		const tab = () => {
			const client = new RenderClient(BASE, { picture: 10_000, silence: 20_000 });
			const route = { service: '', address: BASE, client, limits: null };
			const routes = { of: (model: string) => ({ ...route, model }), at: () => client };
			const runner = new Runner(
				routes,
				{ onProgress: () => undefined, onTrouble: () => undefined },
				{
					admit: (picture) => Promise.resolve({ picture, thumbnail: picture }),
					alone: (work) => (turn = turn.then(work))
				}
			);
			runner.start();
			return runner;
		};
		let runner = tab();

		const heavy: Record<string, () => Promise<void>> = {
			'the tab is closed and another opened': async () => {
				runner.stop();
				await pause(below(300));
				runner = tab();
			},
			'a worker is killed': async () => {
				const i = below(workers.length);
				workers[i].kill('SIGKILL');
				await pause(below(500));
				workers[i] = fleet.startWorker();
			},
			'a web process is killed': async () => {
				const i = below(webs.length);
				webs[i].child.kill('SIGKILL');
				await pause(below(300));
				webs[i] = await startWeb();
			},
			'Redis is killed and started again': async () => {
				fleet.redis!.kill('SIGKILL');
				await pause(below(1500));
				await fleet.startRedis();
			}
		};
		const harm = async () => {
			const names = Object.keys(heavy);
			while (!stop.signal.aborted && left > 0) {
				await pause(1500 + below(2500));
				const name = names[below(names.length)];
				if (stop.signal.aborted || left <= 0) return;
				strike(name);
				await heavy[name]();
			}
		};
		const harming = harm();

		const states = async () => {
			const takes = await store.takesOf('b1');
			return takes.reduce<Record<string, number>>((sum, { state }) => {
				sum[state] = (sum[state] ?? 0) + 1;
				return sum;
			}, {});
		};
		const begun = Date.now();
		for (;;) {
			await pause(1000);
			const now = await states();
			if ((now.done ?? 0) + (now.failed ?? 0) + (now.cancelled ?? 0) === TAKES) break;
			if (Date.now() - begun > 25 * 60_000)
				throw new Error(`Not at its end: ${JSON.stringify(now)}`);
		}
		stop.abort();
		await harming;
		runner.stop();

		const takes = await store.takesOf('b1');
		const spendings = await store.allSpendings();
		const made = await figure(webs[0].origin, 'dial_pick_takes_total');
		const kept = await db.pictures.count();
		console.log(
			JSON.stringify(
				{
					seed: SEED,
					struck,
					takes: TAKES,
					made,
					kept,
					entries: spendings.length,
					states: await states()
				},
				null,
				1
			),
			`${Math.round((Date.now() - begun) / 1000)} s, ${Math.round(process.memoryUsage().rss / 1048576)} MB`
		);
		expect(takes.filter(({ state }) => state === 'done')).toHaveLength(TAKES);
		expect(kept).toBe(TAKES);
		expect(spendings).toHaveLength(TAKES);
		expect(made).toBe(TAKES);
		const paid = takes.reduce((sum, { credits = 0 }) => sum + credits, 0);
		expect(await store.spentOn('b1')).toBeCloseTo(paid, 6);
		expect(FAULTS - left).toBeGreaterThanOrEqual(Math.min(FAULTS, 0.9 * FAULTS));
	} finally {
		stop.abort();
		await fleet.end();
	}
});
