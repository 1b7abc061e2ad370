import { createHash, randomUUID } from 'node:crypto';
import { Queue } from 'bullmq';
import { afterAll, beforeAll, beforeEach, describe, expect, it, onTestFinished, vi } from 'vitest';
import type { RenderEvent, TakeRequest } from '$lib/core/contract';
import { cards } from '$lib/service/standins';
import type { AdmittedJob } from '../http/admission';
import type { JobBoard } from '../http/board';
import { shelfWith } from '../http/held';
import { Jobs } from '../http/jobs';
import { limits } from '../http/limits';
import { PictureMemory } from '../http/memory';
import type { RenderPool } from '../http/pool';
import { ServiceProblem } from '../http/problem';
import { eventsOf, sampleTake, statusOf } from '../http/testing';
import { QueuedJobs } from './queued';
import { connect, keyOf, redisTrouble } from './redis';
import { ownRedis } from './testing';
import { redisVault } from './vault';
import { QueueWorker } from './worker';

const never = new AbortController().signal;
const take = (seed: number) => sampleTake({ ref: `take ${seed}`, seed });
const job = (takes: TakeRequest[], key: string = randomUUID()): AdmittedJob => ({
	request: { key, takes },
	pictures: takes.map(() => ({}))
});

/** Makes takes of nothing: what a board does with them is looked at. In the order they came in. */
class Bench implements RenderPool {
	readonly made: number[] = [];
	/** What a take of a seed waits for before it is done. */
	hold: (seed: number) => Promise<void> = () => Promise.resolve();

	async render(
		{ settings }: Parameters<RenderPool['render']>[0],
		signal: AbortSignal,
		onProgress: Parameters<RenderPool['render']>[2]
	) {
		const { seed } = settings;
		onProgress({ step: 1, preview: `data:image/webp;base64,${seed}` });
		const gone = new Promise<void>((done) => signal.addEventListener('abort', () => done()));
		await Promise.race([this.hold(seed), gone]);
		if (signal.aborted) return null;
		if (seed === 13) throw new Error('no such colour');
		this.made.push(seed);
		const bytes = new TextEncoder().encode(`picture of ${seed}`);
		const image = createHash('sha256').update(bytes).digest('hex');
		const signals = { agreement: 0, wholeness: 1, burn: 0 };
		return { bytes, image, pixels: image, seconds: 0.5, signals, unread: [] };
	}
	close = () => Promise.resolve();
}

const all = (board: JobBoard, job: string, after = 0, caller = 'anna') =>
	eventsOf(board, job, after, caller);

let redis: Awaited<ReturnType<typeof ownRedis>>;
beforeAll(async () => void (redis = await ownRedis()));
afterAll(() => redis.end());

// What a test starts ends with it, also when it fails: a worker left behind takes the takes of the next test.
const queued = (url = redis.url) => {
	const board = new QueuedJobs(url);
	onTestFinished(() => board.close());
	return board;
};

/** A board on an empty Redis. */
const emptied = async () => {
	const board = queued();
	await board.store.config('SET', 'maxmemory', '0');
	await board.store.flushall();
	return board;
};

const worker = (
	pool: RenderPool,
	threads = limits.takesAtOnce ?? 1,
	mostPictures = 1_000_000,
	url = redis.url
) => {
	const works = new QueueWorker({
		url,
		models: cards.map(({ id }) => id),
		threads,
		pool,
		shelf: (store) => shelfWith(new PictureMemory(), redisVault(store)),
		mostPictures
	});
	onTestFinished(() => works.stop(0));
	return works;
};

// Both are held to the same: the one in a process, and the one on a queue.
describe.each(['in one process', 'on a queue'])('a job board %s', (kind) => {
	let pool: Bench;
	let board: JobBoard;

	beforeEach(async () => {
		pool = new Bench();
		if (kind === 'in one process') {
			const jobs = new Jobs(pool, new PictureMemory());
			onTestFinished(() => jobs.close());
			board = jobs;
		} else {
			board = await emptied();
			worker(pool);
			await expect.poll(() => board.notReady()).toBeNull();
		}
	});

	it('knows of a job and its pictures for the caller who sent it alone', async () => {
		const key = randomUUID();
		const { job: id, takes } = await board.submit(job([take(1), take(2)], key), 'anna');
		await all(board, id);
		const strange = [
			() => board.status(id, 'ben'),
			() => board.cancel(id, 'ben'),
			() => board.cancel(id, 'ben', takes[0].take),
			() => board.picture(takes[0].take, 'ben'),
			() => board.events(id, 'ben', 0, new AbortController().signal).next()
		];
		for (const call of strange) expect(await statusOf(call)).toBe(404);
		expect((await board.status(id, 'anna')).takes.map(({ state }) => state)).toEqual([
			'done',
			'done'
		]);
		// A key is a caller's own: the same one of another caller is another job.
		expect(await board.joined(job([take(1), take(2)], key).request, 'ben')).toBeNull();
		const other = await board.submit(job([take(3)], key), 'ben');
		expect(other.job).not.toBe(id);
		expect(await board.joined(job([take(3)], key).request, 'ben')).toEqual(other);
	});

	it('makes every take, says so in order, and keeps the picture under its hash', async () => {
		const { job: id, takes } = await board.submit(job([take(1), take(2)]), 'anna');
		const events = await all(board, id);
		expect(events.filter(({ type }) => type === 'done')).toHaveLength(2);
		expect(events.at(-1)).toEqual({ type: 'end' });
		const picture = await board.picture(takes[1].take, 'anna');
		const bytes = await picture.bytes();
		expect(new TextDecoder().decode(bytes)).toBe('picture of 2');
		expect(picture.etag).toBe(`"${createHash('sha256').update(bytes).digest('hex')}"`);
		expect((await board.status(id, 'anna')).takes.map(({ state, step }) => [state, step])).toEqual([
			['done', 3],
			['done', 3]
		]);
	});

	it('numbers events upwards, and gives those after any of them, once', async () => {
		const { job: id } = await board.submit(job([take(1), take(2), take(3)]), 'anna');
		const numbered: { id: number; event: RenderEvent }[] = [];
		for await (const one of board.events(id, 'anna', 0, never)) numbered.push(one);
		const ids = numbered.map((one) => one.id);
		expect(ids).toEqual([...new Set(ids)].sort((a, b) => a - b));
		const rest: number[] = [];
		for await (const one of board.events(id, 'anna', ids[2], never)) rest.push(one.id);
		expect(rest).toEqual(ids.slice(3));
		expect(await all(board, id, ids.at(-1)! + 100)).toEqual([]);
	});

	it('knows a key again, and refuses it for another job with 409', async () => {
		const key = randomUUID();
		const first = await board.submit(job([take(1)], key), 'anna');
		expect(await board.submit(job([take(1)], key), 'anna')).toEqual(first);
		expect(await statusOf(() => board.submit(job([take(2)], key), 'anna'))).toBe(409);
		expect(await board.joined(job([take(1)], key).request, 'anna')).toEqual(first);
		expect(await statusOf(async () => board.joined(job([take(2)], key).request, 'anna'))).toBe(409);
		expect(await board.joined(job([take(1)]).request, 'anna')).toBeNull();
		await all(board, first.job);
		expect(pool.made).toEqual([1]);
	});

	it('cancels one take and then the rest, those that are made and those that wait', async () => {
		pool.hold = () => new Promise(() => undefined);
		const { job: id, takes } = await board.submit(
			job(Array.from({ length: 6 }, (_, i) => take(i))),
			'anna'
		);
		await board.cancel(id, 'anna', takes[5].take);
		await board.cancel(id, 'anna');
		await board.cancel(id, 'anna');
		const events = await all(board, id);
		expect(events.filter(({ type }) => type === 'cancelled')).toHaveLength(6);
		expect(events.at(-1)).toEqual({ type: 'end' });
		expect(pool.made).toEqual([]);
		// Threads are free again.
		pool.hold = () => Promise.resolve();
		await all(board, (await board.submit(job([take(7)]), 'anna')).job);
		expect(pool.made).toEqual([7]);
	});

	it('tells of a take that cannot be made, and makes the others', async () => {
		const { job: id, takes } = await board.submit(job([take(1), take(13), take(2)]), 'anna');
		const failed = (await all(board, id)).filter(({ type }) => type === 'failed');
		expect(failed).toMatchObject([{ take: takes[1].take, code: 'render-failed' }]);
		expect(JSON.stringify(failed)).not.toContain('no such colour');
		expect((await board.status(id, 'anna')).takes[1]).toMatchObject({
			state: 'failed',
			code: 'render-failed'
		});
		expect(await statusOf(() => board.picture(takes[1].take, 'anna'))).toBe(404);
	});

	it('answers for what it does not know with 404', async () => {
		const none = randomUUID();
		for (const asked of [
			() => board.status(none, 'anna'),
			() => board.cancel(none, 'anna'),
			() => board.picture(none, 'anna'),
			() => all(board, none)
		])
			expect(await statusOf(asked)).toBe(404);
		const { job: id } = await board.submit(job([take(1)]), 'anna');
		expect(await statusOf(() => board.cancel(id, 'anna', none))).toBe(404);
		await all(board, id);
	});

	it('makes takes of several callers in turn: four do not wait for two hundred', async () => {
		let open = () => undefined as void;
		const gate = new Promise<void>((done) => (open = done));
		pool.hold = () => gate;
		const many = await board.submit(
			job(Array.from({ length: 200 }, (_, i) => take(1000 + i))),
			'anna'
		);
		const few = await board.submit(job(Array.from({ length: 4 }, (_, i) => take(i))), 'ben');
		open();
		await Promise.all([all(board, many.job), all(board, few.job, 0, 'ben')]);
		const last = Math.max(...[0, 1, 2, 3].map((seed) => pool.made.indexOf(seed)));
		expect(last).toBeLessThan(8 + 2 * (limits.takesAtOnce ?? 1));
		expect(pool.made).toHaveLength(204);
	});

	it('holds against nobody what was called back: the next takes come in turn', async () => {
		let open = () => undefined as void;
		const gate = new Promise<void>((done) => (open = done));
		pool.hold = () => gate;
		const many = (from: number) => job(Array.from({ length: 60 }, (_, i) => take(from + i)));
		const given = await board.submit(many(1000), 'anna');
		const other = await board.submit(many(2000), 'ben');
		await board.cancel(given.job, 'anna');
		const next = await board.submit(job(Array.from({ length: 4 }, (_, i) => take(i))), 'anna');
		open();
		await Promise.all([all(board, other.job, 0, 'ben'), all(board, next.job)]);
		const last = Math.max(...[0, 1, 2, 3].map((seed) => pool.made.indexOf(seed)));
		expect(last).toBeLessThan(8 + 3 * (limits.takesAtOnce ?? 1));
	});

	// Sends thousands of takes through Redis: a quarter of a minute.
	it(
		'refuses a caller beyond the bound with 429 and when to try again, and another not',
		{ timeout: 90_000 },
		async () => {
			pool.hold = () => new Promise(() => undefined);
			const most = limits.maxQueuedTakes;
			const one = Array.from({ length: most / 16 }, (_, i) => take(i));
			const jobs: string[] = [];
			for (let n = 0; n < 16; n++) jobs.push((await board.submit(job(one), 'anna')).job);
			const refused = await Promise.resolve()
				.then(() => board.submit(job([take(1)]), 'anna'))
				.catch((cause: unknown) => cause as ServiceProblem);
			expect(refused).toBeInstanceOf(ServiceProblem);
			expect((refused as ServiceProblem).problem.status).toBe(429);
			expect(Number((refused as ServiceProblem).headers['retry-after'])).toBeGreaterThan(0);
			const other = (await board.submit(job([take(1)]), 'ben')).job;
			await board.cancel(other, 'ben');
			for (const id of jobs) await board.cancel(id, 'anna');
			expect(await statusOf(() => board.submit(job([take(1)]), 'anna'))).toBe(200);
		}
	);

	it('says how much waits, is made and has ended', async () => {
		pool.hold = () => new Promise(() => undefined);
		const threads = limits.takesAtOnce ?? 1;
		const { job: id } = await board.submit(
			job(Array.from({ length: threads + 3 }, (_, i) => take(i))),
			'anna'
		);
		const waiting = async () => (await board.figures()).waiting['turnstone-2'] ?? 0;
		for (let i = 0; i < 100 && (await waiting()) !== 3; i++)
			await new Promise((done) => setTimeout(done, 20));
		expect(await waiting()).toBe(3);
		await board.cancel(id, 'anna');
		const { ended, threads: told } = await board.figures();
		expect(told).toBe(threads);
		expect(ended).toEqual([{ model: 'turnstone-2', state: 'cancelled', count: threads + 3 }]);
		expect(await board.notReady()).toBeNull();
	});
});

describe('a queue', () => {
	it('is finished by the next who is asked, when the process that took a job on died on the way', async () => {
		const one = await emptied();
		const key = randomUUID();
		const takes = [take(1), take(2)];
		const first = await one.submit(job(takes, key), 'anna');
		// As if it had ended before all of it lay in the queue.
		await one.store.hdel(keyOf.job(first.job), 'queued');
		await one.close();
		const two = queued();
		expect(await two.notReady()).toMatch(/worker/);
		// A model that no worker ever offered is not on the list: it may be asked for again.
		expect(await statusOf(() => two.cards())).toBe(503);
		expect(await two.submit(job(takes, key), 'anna')).toEqual(first);
		const pool = new Bench();
		worker(pool);
		await all(two, first.job);
		expect([...pool.made].sort()).toEqual([1, 2]);
	});

	it('gives a caller the room back of a job that a process died over, and nobody sent again', async () => {
		const one = await emptied();
		const dies = vi.spyOn(Queue.prototype, 'addBulk').mockRejectedValue(new Error('it died'));
		const half = Array.from({ length: limits.maxTakesPerJob }, (_, i) => take(i));
		for (let n = 0; n < limits.maxQueuedTakes / half.length; n++)
			await expect(one.submit(job(half), 'anna')).rejects.toThrow('it died');
		dies.mockRestore();
		// Meanwhile they count: they may be sent again.
		expect(await statusOf(() => one.submit(job([take(1)]), 'anna'))).toBe(429);
		const later = vi.spyOn(Date, 'now').mockReturnValue(Date.now() + 2 * 60_000);
		expect(await statusOf(() => one.submit(job(half), 'anna'))).toBe(200);
		later.mockRestore();
	});

	it('keeps nothing for ever of a job whose workers do not come back', async () => {
		const board = await emptied();
		const pool = new Bench();
		pool.hold = (seed) => (seed === 1 ? Promise.resolve() : new Promise(() => undefined));
		const works = worker(pool, 2);
		const { job: id, takes } = await board.submit(job([take(1), take(2)]), 'anna');
		const state = () => board.status(id, 'anna').then(({ takes }) => takes.map((one) => one.state));
		await expect.poll(state).toEqual(['done', 'running']);
		await works.stop(0);
		const names = [keyOf.job(id), keyOf.events(id), ...takes.map((one) => keyOf.take(one.take))];
		for (const name of names) expect(await board.store.ttl(name), name).toBeGreaterThan(0);
		await board.cancel(id, 'anna');
		for (const name of names) expect(await board.store.ttl(name), name).toBeLessThanOrEqual(3600);
	});

	it('does not count what was made already, when a job is sent again that was half queued', async () => {
		const board = await emptied();
		const pool = new Bench();
		worker(pool);
		const key = randomUUID();
		const { job: id } = await board.submit(job([take(1), take(2)], key), 'anna');
		await all(board, id);
		await board.store.hdel(keyOf.job(id), 'queued');
		await board.submit(job([take(1), take(2)], key), 'anna');
		expect(await board.store.exists(keyOf.open('anna'))).toBe(0);
	});

	it('holds a caller to the bound when two processes are asked at once', async () => {
		const boards = [queued(), queued()];
		await boards[0].store.flushall();
		const part = Array.from({ length: limits.maxTakesPerJob }, (_, i) => take(i));
		const jobs = limits.maxQueuedTakes / part.length;
		const asked = Array.from({ length: 2 * jobs }, (_, i) =>
			statusOf(() => boards[i % 2].submit(job(part), 'anna'))
		);
		const answers = await Promise.all(asked);
		expect(answers.filter((status) => status === 200)).toHaveLength(jobs);
		expect(answers.filter((status) => status === 429)).toHaveLength(jobs);
	});

	it('gets takes back from a worker that is told to stop, and another makes them', async () => {
		const board = await emptied();
		const [slow, quick] = [new Bench(), new Bench()];
		slow.hold = () => new Promise(() => undefined);
		const first = worker(slow, 2);
		const { job: id } = await board.submit(job([take(1), take(2), take(3)]), 'anna');
		while (
			(await board.status(id, 'anna')).takes.filter(({ state }) => state === 'running').length < 2
		)
			await new Promise((done) => setTimeout(done, 20));
		await first.stop(50);
		expect(slow.made).toEqual([]);
		worker(quick, 2);
		const events = await all(board, id);
		expect(events.filter(({ type }) => type === 'done')).toHaveLength(3);
		expect([...quick.made].sort()).toEqual([1, 2, 3]);
	});

	it('loses nothing that was taken on when Redis is killed and started again', async () => {
		const board = await emptied();
		const { job: id } = await board.submit(job([take(1), take(2), take(3)]), 'anna');
		await redis.restart();
		await expect.poll(() => board.store.ping().catch(() => ''), { timeout: 20_000 }).toBe('PONG');
		const pool = new Bench();
		worker(pool);
		expect((await all(board, id)).filter(({ type }) => type === 'done')).toHaveLength(3);
	});

	it('keeps finished pictures within its bound, the latest ones', async () => {
		const board = await emptied();
		const pool = new Bench();
		// Two of "picture of 1".
		worker(pool, 1, 25);
		const { job: id, takes } = await board.submit(job([take(1), take(2), take(3)]), 'anna');
		await all(board, id);
		const there = await Promise.all(
			takes.map(async (one) =>
				statusOf(async () => (await board.picture(one.take, 'anna')).bytes())
			)
		);
		expect(there).toEqual([404, 200, 200]);
	});

	it('counts no picture that is gone, where another worker\u2019s clock is ahead', async () => {
		const board = await emptied();
		const text = 'picture of 0';
		for (const theirs of ['of tomorrow', 'of the day after'])
			await board.store
				.multi()
				.set(keyOf.picture(theirs), text)
				.zadd(keyOf.pictures, Date.now() + 60_000, theirs)
				.hset(keyOf.sizes, theirs, text.length)
				.exec();
		const works = worker(new Bench(), 1, 2 * text.length + 1);
		const { job: id } = await board.submit(job([1, 2, 3, 4].map(take)), 'anna');
		await all(board, id);
		await works.stop(0);
		const counted = await board.store.hkeys(keyOf.sizes);
		expect(counted).toHaveLength(2);
		expect((await board.store.zrange(keyOf.pictures, '0', '-1')).sort()).toEqual(counted.sort());
		for (const one of counted) expect(await board.store.exists(keyOf.picture(one))).toBe(1);
	});

	it('ends a worker that is told to stop while Redis is away', { timeout: 30_000 }, async () => {
		const own = await ownRedis();
		onTestFinished(() => own.end());
		const board = queued(own.url);
		const pool = new Bench();
		pool.hold = () => new Promise(() => undefined);
		const works = worker(pool, 2, undefined, own.url);
		const { job: id } = await board.submit(job([take(1)]), 'anna');
		while ((await board.status(id, 'anna')).takes[0].state !== 'running')
			await new Promise((done) => setTimeout(done, 20));
		await own.kill();
		await works.stop(0);
	});

	it(
		'loses no take that is finished while Redis is full: it is made again once there is room',
		{ timeout: 90_000 },
		async () => {
			const board = await emptied();
			const pool = new Bench();
			let go = () => {};
			pool.hold = () => new Promise((done) => (go = done));
			worker(pool, 1);
			const { job: id } = await board.submit(job([take(1), take(2)]), 'anna');
			while ((await board.status(id, 'anna')).takes[0].state !== 'running')
				await new Promise((done) => setTimeout(done, 20));
			// From now on Redis refuses what would take memory.
			await board.store.config('SET', 'maxmemory', '1');
			go();
			while (!pool.made.length) await new Promise((done) => setTimeout(done, 20));
			await new Promise((done) => setTimeout(done, 250));
			pool.hold = () => Promise.resolve();
			await board.store.config('SET', 'maxmemory', '0');
			const events = await all(board, id);
			expect(events.filter(({ type }) => type === 'done')).toHaveLength(2);
			expect(pool.made).toEqual([1, 2, 1]);
		}
	);

	it('keeps what was sent for other processes, under its hash', async () => {
		const store = connect(redis.url);
		const vault = redisVault(store);
		const bytes = Uint8Array.of(0, 255, 128, 10);
		await vault.put('anna', 'image', 'abc', bytes);
		expect(await vault.get('anna', 'image', 'abc')).toEqual(bytes);
		expect(await vault.get('anna', 'adapter', 'abc')).toBeNull();
		// What one caller sent is no other caller's.
		expect(await vault.get('ben', 'image', 'abc')).toBeNull();
		store.disconnect();
	});

	it('keeps the uploads of one caller up to a bound, and deletes those unused the longest', async () => {
		const store = connect(redis.url);
		await store.flushall();
		const vault = redisVault(store);
		const large = new Uint8Array(60 * 1024 ** 2);
		for (const id of ['a', 'b', 'c', 'd']) await vault.put('anna', 'image', id, large);
		await vault.put('ben', 'image', 'x', large);
		// The first is asked for again, so the second is the oldest now.
		expect(await vault.get('anna', 'image', 'a')).toHaveLength(large.length);
		await vault.put('anna', 'image', 'e', large);
		const there = async (caller: string, ids: string) =>
			Promise.all([...ids].map((id) => store.exists(keyOf.sentIn(caller, 'image', id))));
		expect(await there('anna', 'abcde')).toEqual([1, 0, 1, 1, 1]);
		expect(await there('ben', 'x')).toEqual([1]);
		await store.flushall();
		store.disconnect();
	});

	it('takes a model on whose workers are away, and makes what waits once they are back', async () => {
		const board = await emptied();
		const first = worker(new Bench());
		await expect.poll(() => board.notReady()).toBeNull();
		await first.stop(0);
		// As if a minute had passed: by then they count as dead.
		await board.store.zremrangebyscore(keyOf.workers, '-inf', '+inf');
		expect(await board.notReady()).toMatch(/No worker lives/);
		expect((await board.cards()).map(({ id }) => id)).toEqual(cards.map(({ id }) => id));
		const { job: id } = await board.submit(job([take(1), take(2)]), 'anna');
		const pool = new Bench();
		const second = worker(pool);
		await all(board, id);
		expect([...pool.made].sort()).toEqual([1, 2]);
		await second.stop(0);
		// After a day nobody expects it back.
		const later = vi.spyOn(Date, 'now').mockReturnValue(Date.now() + 25 * 60 * 60_000);
		expect(await statusOf(() => board.cards())).toBe(503);
		later.mockRestore();
	});

	it('says that Redis is full, and takes on the same job once there is room', async () => {
		const board = await emptied();
		const pool = new Bench();
		worker(pool);
		await expect.poll(() => board.notReady()).toBeNull();
		await board.store.config('SET', 'maxmemory', '1');
		const asked = job([take(1)]);
		const refused = await Promise.resolve(board.submit(asked, 'anna')).catch(
			(cause: unknown) => cause
		);
		expect(redisTrouble(refused), String(refused)).toMatch(/full/);
		expect(await board.notReady()).toMatch(/full/);
		await board.store.config('SET', 'maxmemory', '0');
		await all(board, (await board.submit(asked, 'anna')).job);
		expect(pool.made).toEqual([1]);
	});

	it('answers within two seconds that Redis is away', { timeout: 60_000 }, async () => {
		const own = await ownRedis();
		onTestFinished(() => own.end());
		const board = queued(own.url);
		await board.store.ping();
		await own.kill();
		const calls = [
			() => board.cards(),
			() => board.limits(),
			() => board.submit(job([take(1)]), 'anna'),
			() => board.status(randomUUID(), 'anna'),
			() => board.picture(randomUUID(), 'anna'),
			() => board.figures()
		];
		for (const call of calls) {
			const begun = performance.now();
			const cause = await Promise.resolve(call()).catch((one: unknown) => one);
			expect(redisTrouble(cause), String(cause)).toMatch(/does not answer/);
			expect(performance.now() - begun).toBeLessThan(2000);
		}
		expect(await board.notReady()).toMatch(/does not answer/);
	});
});
