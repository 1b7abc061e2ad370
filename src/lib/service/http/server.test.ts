import { spawnSync } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, readdirSync, rmSync, utimesSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it, vi } from 'vitest';
import { JobRequest, type TakeRequest } from '$lib/core/contract';
import { characterOf, openBook, readPrompt, renderTake } from '$lib/service/standins';
import { admitJob, readJob, type AdmittedJob } from './admission';
import { measure } from './body';
import { guard, letRead } from './guard';
import { Jobs } from './jobs';
import { PictureFiles, sweepFolders } from './picture-files';
import type { RenderPool } from './pool';
import { Images } from './images';
import { PictureMemory, type SharedPicture } from './memory';
import { prepare } from './pictures';
import { Teaching } from './teaching';
import { answer, ServiceProblem } from './problem';
import { makeSurface } from './surface';
import { eventsOf, sampleTake, statusOf } from './testing';

const take = sampleTake;
const request = (...takes: TakeRequest[]): JobRequest => ({ key: randomUUID(), takes });
const job = (...takes: TakeRequest[]): AdmittedJob => ({
	request: request(...takes),
	pictures: takes.map(() => ({}))
});

/** Renders for real, one take after another, on this thread. */
function inlinePool(before: (seed: number) => Promise<void> = () => Promise.resolve()): RenderPool {
	let last: Promise<unknown> = Promise.resolve();
	return {
		render({ settings, pictures }, signal, onProgress) {
			const run = async () => {
				await before(settings.seed);
				if (signal.aborted) return null;
				const character = characterOf(settings.model)!;
				const book = openBook(
					character,
					readPrompt(settings.prompt),
					settings.width,
					settings.height,
					makeSurface
				);
				const picture = renderTake(settings, character, book, {
					materials: await prepare(settings, pictures),
					onStep: (step) => onProgress({ step })
				});
				if (!picture) return null;
				const hash = createHash('sha256').update(picture.pixels).digest('hex');
				return {
					bytes: picture.pixels,
					image: hash,
					pixels: hash,
					seconds: 0,
					signals: picture.signals,
					unread: []
				};
			};
			const result = last.then(run);
			last = result.catch(() => undefined);
			return result;
		},
		close: () => Promise.resolve()
	};
}

const jobsWith = (pool: RenderPool, memory = new PictureMemory()) => new Jobs(pool, memory);

const all = eventsOf;

describe('Jobs', () => {
	it('makes every take and says so, in order, with an end', async () => {
		const jobs = jobsWith(inlinePool());
		const { job: id, takes } = jobs.submit(job(take(), take({ seed: 2 })), 'here');
		const events = await all(jobs, id);
		expect(events.filter(({ type }) => type === 'done')).toHaveLength(2);
		expect(events.at(-1)).toEqual({ type: 'end' });
		expect(await jobs.picture(takes[0].take, 'here').bytes()).toHaveLength(64 * 64 * 3);
		expect(jobs.status(id, 'here').takes.map(({ state, step }) => [state, step])).toEqual([
			['done', 3],
			['done', 3]
		]);
	});

	it('says what a take costs by its card', async () => {
		const jobs = jobsWith(inlinePool());
		const { job: id } = jobs.submit(job(take({ width: 512, height: 512, steps: 20 })), 'here');
		const done = (await all(jobs, id)).find((event) => event.type === 'done')!;
		const { price } = characterOf('turnstone-2')!.card;
		const megapixelSteps = (512 * 512 * 20) / 1e6;
		expect(done.type === 'done' && done.credits).toBeCloseTo(
			price.creditsPerTake + price.creditsPerMegapixelStep * megapixelSteps,
			2
		);
	});

	it('joins a job that is sent again, and refuses another one under its key', async () => {
		const jobs = jobsWith(inlinePool());
		const first = job(take());
		expect(jobs.submit(structuredClone(first), 'here')).toEqual(jobs.submit(first, 'here'));
		const other = { request: { ...first.request, takes: [take()] }, pictures: [{}] };
		expect(await statusOf(Promise.resolve().then(() => jobs.submit(other, 'here')))).toBe(409);
	});

	it('closes a stream at once that begins past the end of an ended job', async () => {
		const jobs = jobsWith(inlinePool());
		const { job: id } = jobs.submit(job(take()), 'here');
		const events = await all(jobs, id);
		expect(await all(jobs, id, events.length)).toEqual([]);
		expect(await all(jobs, id, 9999)).toEqual([]);
	});

	it('holds the pictures of waiting takes, and lets them go when they are made or given up', async () => {
		const memory = new PictureMemory();
		let release = () => {};
		const gate = new Promise<void>((resolve) => (release = resolve));
		const jobs = jobsWith(
			inlinePool(() => gate),
			memory
		);
		const picture = (): SharedPicture => ({
			width: 64,
			height: 64,
			pixels: new SharedArrayBuffer(64 * 64 * 3)
		});
		const start = { start: { image: 'x', strength: 0.5 } };
		const takes = [take(start), take({ ...start, seed: 2 })];
		const { job: id } = jobs.submit(
			{
				request: request(...takes),
				pictures: [{ start: picture() }, { start: picture(), mask: picture() }]
			},
			'here'
		);
		expect(memory.held).toBe(3 * 64 * 64 * 3);
		jobs.cancel(id, 'here', jobs.status(id, 'here').takes[1].take);
		release();
		await all(jobs, id);
		await expect.poll(() => memory.held).toBe(0);
	});

	// 256 takes of 60 steps cost 18 s of the event loop when each event looked through all before it.
	it('notes events in a time that does not grow with how many there are', async () => {
		const many = (takes: number, steps: number): RenderPool => ({
			async render(_work, _signal, onProgress) {
				for (let step = 0; step < steps; step++)
					onProgress({ step, preview: 'data:image/webp;base64,AA==' });
				await Promise.resolve();
				void takes;
				return null;
			},
			close: () => Promise.resolve()
		});
		const run = (takes: number, steps: number) => {
			const jobs = jobsWith(many(takes, steps));
			const begun = process.cpuUsage();
			const { job: id } = jobs.submit(
				job(...Array.from({ length: takes }, (_, i) => take({ seed: i }))),
				'here'
			);
			const { user } = process.cpuUsage(begun);
			expect(jobs.status(id, 'here').takes).toHaveLength(takes);
			return user / (takes * steps);
		};
		run(8, 60);
		// A ratio of costs an event: one that looked through all events before it would be 32 times.
		expect(run(256, 60)).toBeLessThan(6 * run(8, 60) + 20);
		await Promise.resolve();
	});

	it('says when there is no room on its disk, and makes its folder again when that vanished', async () => {
		const full = vi
			.spyOn(PictureFiles.prototype, 'keep')
			.mockRejectedValueOnce(Object.assign(new Error('no space'), { code: 'ENOSPC' }));
		const quiet = vi.spyOn(console, 'error').mockImplementation(() => undefined);
		const jobs = jobsWith(inlinePool());
		const { job: id } = jobs.submit(job(take()), 'here');
		const failed = (await all(jobs, id)).find((event) => event.type === 'failed');
		expect(failed).toMatchObject({
			code: 'no-room',
			message: expect.stringMatching(/Make room/) as unknown
		});
		full.mockRestore();
		quiet.mockRestore();
		const place = mkdtempSync(join(tmpdir(), 'dial-pick-test-'));
		const files = new PictureFiles(place);
		await files.keep('a', new Uint8Array(10));
		for (const folder of readdirSync(place)) rmSync(join(place, folder), { recursive: true });
		expect(await files.read('a')).toBe(null);
		await files.keep('b', new Uint8Array(20));
		expect(await files.read('b')).toHaveLength(20);
		expect(files.held).toBe(30);
		rmSync(place, { recursive: true });
	});

	it('sweeps away the folders of processes that are dead, and no others', async () => {
		const place = mkdtempSync(join(tmpdir(), 'dial-pick-test-'));
		// A process that has just ended: nobody has its number yet.
		const { pid } = spawnSync(process.execPath, ['-e', '']);
		const dead = join(place, `dial-pick-takes-${pid}-abc`);
		const old = join(place, 'dial-pick-takes-abc');
		const kept = [`dial-pick-takes-${process.pid}-x`, 'dial-pick-takes-new', 'something-else'];
		for (const folder of [dead, old, ...kept.map((name) => join(place, name))]) mkdirSync(folder);
		const day = 86_400;
		utimesSync(old, Date.now() / 1000 - 2 * day, Date.now() / 1000 - 2 * day);
		sweepFolders(place);
		expect(readdirSync(place).sort()).toEqual(kept.sort());
		rmSync(place, { recursive: true });
		await Promise.resolve();
	});

	it('lets one take fail without the others', async () => {
		const jobs = jobsWith(
			inlinePool((seed) => (seed === 2 ? Promise.reject(new Error('broken')) : Promise.resolve()))
		);
		const { job: id, takes } = jobs.submit(
			job(take(), take({ seed: 2 }), take({ seed: 3 })),
			'here'
		);
		const events = await all(jobs, id);
		expect(events.filter(({ type }) => type === 'done')).toHaveLength(2);
		const failed = events.find((event) => event.type === 'failed');
		expect(failed).toMatchObject({ take: takes[1].take, code: 'render-failed' });
		expect(() => jobs.picture(takes[1].take, 'here')).toThrow(/failed/);
	});

	it('cancels what waits, keeps what is done, and ends', async () => {
		let release = () => {};
		const gate = new Promise<void>((resolve) => (release = resolve));
		const jobs = jobsWith(inlinePool((seed) => (seed === 1 ? Promise.resolve() : gate)));
		const { job: id, takes } = jobs.submit(
			job(take(), take({ seed: 2 }), take({ seed: 3 })),
			'here'
		);
		for await (const { event } of jobs.events(id, 'here', 0, new AbortController().signal))
			if (event.type === 'done') break;
		jobs.cancel(id, 'here');
		release();
		const events = await all(jobs, id);
		expect(events.filter(({ type }) => type === 'cancelled')).toHaveLength(2);
		expect(events.filter(({ type }) => type === 'done')).toHaveLength(1);
		expect((await jobs.picture(takes[0].take, 'here').bytes()).length).toBeGreaterThan(0);
		jobs.cancel(id, 'here');
		expect(await all(jobs, id)).toEqual(events);
	});

	it('stops telling a listener that has gone', async () => {
		let release = () => {};
		const gate = new Promise<void>((resolve) => (release = resolve));
		const jobs = jobsWith(inlinePool(() => gate));
		const { job: id } = jobs.submit(job(take()), 'here');
		const gone = new AbortController();
		const listening = (async () => {
			const heard: string[] = [];
			for await (const { event } of jobs.events(id, 'here', 0, gone.signal)) heard.push(event.type);
			return heard;
		})();
		gone.abort();
		expect(await listening).toEqual([]);
		release();
		expect((await all(jobs, id)).at(-1)).toEqual({ type: 'end' });
	});

	it('refuses more than the queue holds, and says when to come back', () => {
		const jobs = jobsWith(inlinePool(() => new Promise(() => undefined)));
		const full = () => jobs.submit(job(...Array.from({ length: 256 }, () => take())), 'here');
		for (let i = 0; i < 16; i++) full();
		try {
			full();
			expect.unreachable();
		} catch (cause) {
			expect(cause).toBeInstanceOf(ServiceProblem);
			const { problem, headers } = cause as ServiceProblem;
			expect(problem.status).toBe(429);
			expect(Number(headers['retry-after'])).toBeGreaterThan(0);
		}
	});

	it('knows nothing of jobs and takes that there are not', () => {
		const jobs = jobsWith(inlinePool());
		expect(() => jobs.status('none', 'here')).toThrow(/not known/);
		expect(() => jobs.picture('none', 'here')).toThrow(/not known/);
		const { job: id } = jobs.submit(job(take()), 'here');
		expect(() => jobs.cancel(id, 'here', 'none')).toThrow(/not known/);
	});
});

describe('a job of a body', () => {
	const memory = new PictureMemory();
	const images = new Images(memory);
	const shelf = { images, teaching: new Teaching(images, memory) };
	const post = async (body: BodyInit, headers: Record<string, string> = {}) =>
		admitJob(
			await readJob(new Request('http://127.0.0.1/', { method: 'POST', body, headers })),
			shelf,
			'here'
		);

	it('takes a job that is as the contract says', async () => {
		const sent = request(take());
		expect((await post(JSON.stringify(sent))).request).toEqual(sent);
	});

	it.each([
		['no JSON', 'hello', 400],
		['an array', '[]', 422],
		['NaN for a number', JSON.stringify(request(take({ guidance: NaN }))), 422],
		['a huge number', JSON.stringify(request(take({ width: 1e300 }))), 422],
		['a frame of no multiple', JSON.stringify(request(take({ width: 65 }))), 422],
		['a frame too large', JSON.stringify(request(take({ width: 4096, height: 4096 }))), 413],
		['a prompt too long', JSON.stringify(request(take({ prompt: 'x'.repeat(20_001) }))), 422],
		['a body too large', ' '.repeat(9 * 1024 * 1024), 413],
		['a frame too long', JSON.stringify(request(take({ width: 16_384, height: 64 }))), 422],
		// 1.5 MB of empty takes froze the service for two minutes.
		['many empty takes', `{"key":"${randomUUID()}","takes":[${'{},'.repeat(500_000)}{}]}`, 413],
		['many takes', JSON.stringify({ key: randomUUID(), takes: Array(257).fill({}) }), 413],
		[
			'many things inside a take',
			JSON.stringify({ takes: [{ adapters: Array(70_000).fill(0) }] }),
			413
		],
		['depth', `${'['.repeat(5000)}${']'.repeat(5000)}`, 413]
	])('answers %s', async (_name, body, status) => {
		expect(await statusOf(post(body))).toBe(status);
	});

	it('says what is wrong without saying the body back', async () => {
		const long = 'x'.repeat(100_000);
		const bodies = [
			{ ...request(take()), [long]: 1 },
			request({ ...take(), [long]: 1 }),
			request(take({ model: long })),
			request(take({ sampler: 'y'.repeat(100), ref: 'r' }), take({ ref: 'r' })),
			{ key: long, takes: Array(256).fill({ [long.slice(0, 20_000)]: 1 }) }
		];
		for (const body of bodies) {
			const cause: unknown = await post(JSON.stringify(body)).catch((c: unknown) => c);
			expect(cause).toBeInstanceOf(ServiceProblem);
			expect((await (cause as ServiceProblem).toResponse().text()).length).toBeLessThan(30_000);
		}
	});

	it('counts parts outside of texts alone', () => {
		const of = (value: unknown) => measure(new TextEncoder().encode(JSON.stringify(value)));
		expect(of({ a: 'x,{[,"\\', b: [1, 2] })).toEqual({ parts: 4, depth: 2 });
	});
});

describe('guard', () => {
	const call = (headers: Record<string, string>) =>
		guard(new Request('http://127.0.0.1:4173/api/render/v1/models', { headers }))?.status ?? 200;

	it.each([
		['a script on this machine', { host: '127.0.0.1:4173' }, 200],
		['its own page', { host: 'localhost:4173', origin: 'http://localhost:4173' }, 200],
		['its own page over IPv6', { host: '[::1]:4173', origin: 'http://[::1]:4173' }, 200],
		['a page from elsewhere', { host: '127.0.0.1:4173', origin: 'https://elsewhere.example' }, 403],
		['another port', { host: '127.0.0.1:4173', origin: 'http://127.0.0.1:9999' }, 403],
		['a sandboxed page', { host: '127.0.0.1:4173', origin: 'null' }, 403],
		['a name that was pointed here', { host: 'elsewhere.example' }, 403],
		['a name that only begins like this machine', { host: '127.0.0.1.elsewhere.example' }, 403],
		['no name', {}, 403],
		['an empty name', { host: '' }, 403],
		['an empty name and an empty origin', { host: '', origin: '' }, 403],
		['an empty origin', { host: '127.0.0.1:4173', origin: '' }, 403]
	])('%s', (_name, headers, status) => expect(call(headers)).toBe(status));

	it('lets pages of an origin in that was named, and lets them read', () => {
		const origin = 'http://127.0.0.1:9999';
		const headers = { host: '127.0.0.1:4173', origin };
		expect(call(headers)).toBe(403);
		process.env.DIAL_PICK_ORIGINS = `http://a.example, ${origin}`;
		try {
			expect(call(headers)).toBe(200);
			const request = new Request('http://127.0.0.1:4173/', { headers });
			expect(letRead(request)['access-control-allow-origin']).toBe(origin);
			expect(letRead(new Request('http://127.0.0.1:4173/'))).toEqual({});
		} finally {
			delete process.env.DIAL_PICK_ORIGINS;
		}
	});
});

describe('answer', () => {
	it('turns a mistake of its own into a problem, and tells nothing of its insides', async () => {
		const shown = console.error;
		console.error = () => undefined;
		const response = await answer(() => {
			throw new Error('secret path /root');
		});
		console.error = shown;
		expect(response.status).toBe(500);
		expect(response.headers.get('content-type')).toBe('application/problem+json');
		expect(await response.text()).not.toContain('secret');
	});
});
