// Tries the queue with faults and prints the table of docs/scale.md: npm run faults.
// Needs the built application and redis-server.
import { setTimeout as wait } from 'node:timers/promises';
import { figure, Fleet, follow, send, takeOf } from './fleet.mjs';
import { ensureRedis, isBuilt } from './steps.mjs';

if (!isBuilt()) {
	console.error('The application is not built yet: run "npm run build" first.');
	process.exit(1);
}
if (!(await ensureRedis())) process.exit(1);

const takes = Array.from({ length: 24 }, (_, seed) => takeOf(seed));

/** The pictures that one process without a queue makes of the same takes, in order of their hashes. */
async function embedded() {
	const fleet = new Fleet();
	try {
		const { at } = await fleet.startWeb({ queue: false });
		const { done } = await follow([at], await send(at, takes));
		return hashes(done);
	} finally {
		await fleet.end();
	}
}

/** @param {Map<string, import('./fleet.mjs').Done[]>} done */
const hashes = (done) => [...done.values()].map(([{ image }]) => image).sort();

const wanted = await embedded();

/** @typedef {Awaited<ReturnType<Fleet['startWeb']>>} Web */
/** @typedef {import('node:child_process').ChildProcess} Child */

/**
 * Two web processes, three workers, one job, and a fault in the midst of it.
 * @param {string} name
 * @param {(fleet: Fleet, webs: Web[], workers: Child[]) => unknown} harm once a third is done
 * @param {(event: any, count: number) => unknown} [onEvent]
 */
async function tried(name, harm, onEvent) {
	const fleet = new Fleet();
	try {
		await fleet.startRedis();
		const webs = [await fleet.startWeb(), await fleet.startWeb()];
		const workers = [fleet.startWorker(), fleet.startWorker(), fleet.startWorker()];
		await fleet.workers(webs[0].origin, 3);
		const from = Date.now();
		const job = await send(webs[0].at, takes);
		let harmed = false;
		const { done, failed, connections } = await follow(
			webs.map(({ at }) => at),
			job,
			{
				onEvent(event, count) {
					if (!harmed && count >= 8 && event.type === 'progress' && event.step > 3) {
						harmed = true;
						void harm(fleet, webs, workers);
					}
					return onEvent?.(event, count);
				}
			}
		);
		const got = hashes(done);
		return {
			fault: name,
			takes: takes.length,
			finished: done.size,
			failed,
			lost: takes.length - done.size - failed,
			'told twice': [...done.values()].filter((told) => told.length > 1).length,
			'bytes equal': got.length === wanted.length && got.every((hash, i) => hash === wanted[i]),
			connections,
			seconds: ((Date.now() - from) / 1000).toFixed(1)
		};
	} finally {
		await fleet.end();
	}
}

let left = 0;
console.table([
	await tried('none', () => undefined),
	await tried('a worker is killed in mid-take', (_, __, workers) => workers[0].kill('SIGKILL')),
	await tried('a worker is told to stop in mid-take', (_, __, workers) =>
		workers[0].kill('SIGTERM')
	),
	await tried('a worker hangs for 30 s', async (_, __, workers) => {
		workers[0].kill('SIGSTOP');
		await wait(30_000);
		workers[0].kill('SIGCONT');
	}),
	await tried('the web process is killed in mid-stream', (_, webs) =>
		webs[0].child.kill('SIGKILL')
	),
	await tried('Redis is killed, and started again after 2 s', async (fleet) => {
		fleet.redis?.kill('SIGKILL');
		await wait(2000);
		await fleet.startRedis();
	}),
	// It leaves six times, whatever is being told.
	await tried(
		'the client vanishes and comes back, six times',
		() => undefined,
		(_, count) => {
			if (count <= left / 4 || left >= 24) return true;
			left += 4;
			return false;
		}
	)
]);

/** Two thousand takes by three callers, and a job of four by one of them that comes last. */
async function crowd() {
	const fleet = new Fleet();
	try {
		await fleet.startRedis();
		const [one, two] = [await fleet.startWeb(), await fleet.startWeb()];
		for (let i = 0; i < 2; i++) fleet.startWorker();
		await fleet.workers(one.origin, 2);
		const small = (/** @type {number} */ seed) =>
			takeOf(seed, { model: 'dunlin', width: 64, height: 64, steps: 4, guidance: 2 });
		const some = (/** @type {number} */ count, /** @type {number} */ from) =>
			Array.from({ length: count }, (_, i) => small(from + i));
		const from = Date.now();
		const at = [one.at, two.at];
		const large = [];
		for (let n = 0; n < 4; n++)
			for (const caller of /** @type {const} */ (['anna', 'ben']))
				large.push({ caller, job: await send(at[n % 2], some(249, n * 1000), caller) });
		const waited = [];
		for (let n = 0; n < 3; n++) {
			const begun = Date.now();
			await follow(at, await send(two.at, some(4, 50_000 + n * 10), 'cleo'), { caller: 'cleo' });
			waited.push(Date.now() - begun);
		}
		const ends = await Promise.all(large.map(({ caller, job }) => follow(at, job, { caller })));
		const made = ends.reduce((sum, { done }) => sum + done.size, 0) + 12;
		return {
			takes: 4 * 2 * 249 + 12,
			finished: made,
			'made twice': (await figure(one.origin, 'dial_pick_takes_total')) - made,
			seconds: ((Date.now() - from) / 1000).toFixed(0),
			'longest wait of four takes, s': (Math.max(...waited) / 1000).toFixed(2)
		};
	} finally {
		await fleet.end();
	}
}
console.log('Takes of three callers, two workers of one thread:');
console.table([await crowd()]);

/** Takes a minute with so many workers of one thread each. @param {number} count */
async function rate(count) {
	const fleet = new Fleet();
	try {
		await fleet.startRedis();
		const web = await fleet.startWeb();
		for (let i = 0; i < count; i++) fleet.startWorker();
		await fleet.workers(web.origin, count);
		// Each has painted what it needs before it is measured.
		await follow([web.at], await send(web.at, takes));
		const from = Date.now();
		const many = Array.from({ length: 48 }, (_, i) => ({ ...takeOf(i % 24), ref: `again-${i}` }));
		await follow([web.at], await send(web.at, many));
		return (many.length * 60_000) / (Date.now() - from);
	} finally {
		await fleet.end();
	}
}
const rates = [await rate(1), await rate(2)];
console.log(
	`Takes a minute at 512x512: ${rates[0].toFixed(0)} with one worker, ${rates[1].toFixed(0)} with two: ${(rates[1] / rates[0]).toFixed(2)} times.`
);
