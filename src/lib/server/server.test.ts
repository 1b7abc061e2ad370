import { randomUUID } from 'node:crypto';
import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { JobRequest, type RenderEvent, type TakeRequest } from '$lib/core/schema';
import { characterOf, openBook, readPrompt, renderTake } from '$lib/core/standins';
import { readJob, type AdmittedJob } from './admission';
import { guard, letRead } from './guard';
import { Jobs } from './jobs';
import type { RenderPool } from './pool';
import { Images } from './images';
import { prepare } from './pictures';
import { Teaching } from './teaching';
import { answer, ServiceProblem } from './problem';
import { makeSurface } from './surface';

const take = (change: Partial<TakeRequest> = {}): TakeRequest => ({
	ref: randomUUID(),
	model: 'turnstone-2',
	prompt: 'a crab on the beach',
	negative: '',
	width: 64,
	height: 64,
	guidance: 6,
	steps: 3,
	sampler: 'euler',
	schedule: 'karras',
	seed: 1,
	...change
});
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

async function all(jobs: Jobs, id: string, after = 0): Promise<RenderEvent[]> {
	const events: RenderEvent[] = [];
	for await (const { event } of jobs.events(id, after, new AbortController().signal))
		events.push(event);
	return events;
}

const statusOf = async (work: Promise<unknown>): Promise<number> => {
	try {
		await work;
	} catch (cause) {
		if (cause instanceof ServiceProblem) return cause.problem.status;
		throw cause;
	}
	return 200;
};

describe('Jobs', () => {
	it('makes every take and says so, in order, with an end', async () => {
		const jobs = new Jobs(inlinePool());
		const { job: id, takes } = jobs.submit(job(take(), take({ seed: 2 })));
		const events = await all(jobs, id);
		expect(events.filter(({ type }) => type === 'done')).toHaveLength(2);
		expect(events.at(-1)).toEqual({ type: 'end' });
		expect(await jobs.picture(takes[0].take).bytes()).toHaveLength(64 * 64 * 3);
		expect(jobs.status(id).takes.map(({ state, step }) => [state, step])).toEqual([
			['done', 3],
			['done', 3]
		]);
	});

	it('says what a take costs by its card', async () => {
		const jobs = new Jobs(inlinePool());
		const { job: id } = jobs.submit(job(take({ width: 512, height: 512, steps: 20 })));
		const done = (await all(jobs, id)).find((event) => event.type === 'done')!;
		const { price } = characterOf('turnstone-2')!.card;
		const megapixelSteps = (512 * 512 * 20) / 1e6;
		expect(done.type === 'done' && done.credits).toBeCloseTo(
			price.creditsPerTake + price.creditsPerMegapixelStep * megapixelSteps,
			2
		);
	});

	it('joins a job that is sent again, whatever it carries', () => {
		const jobs = new Jobs(inlinePool());
		const first = job(take());
		expect(
			jobs.submit({ request: { ...first.request, takes: [take(), take()] }, pictures: [{}, {}] })
		).toEqual(jobs.submit(first));
	});

	it('lets one take fail without the others', async () => {
		const jobs = new Jobs(
			inlinePool((seed) => (seed === 2 ? Promise.reject(new Error('broken')) : Promise.resolve()))
		);
		const { job: id, takes } = jobs.submit(job(take(), take({ seed: 2 }), take({ seed: 3 })));
		const events = await all(jobs, id);
		expect(events.filter(({ type }) => type === 'done')).toHaveLength(2);
		const failed = events.find((event) => event.type === 'failed');
		expect(failed).toMatchObject({ take: takes[1].take, code: 'render-failed' });
		expect(() => jobs.picture(takes[1].take)).toThrow(/failed/);
	});

	it('cancels what waits, keeps what is done, and ends', async () => {
		let release = () => {};
		const gate = new Promise<void>((resolve) => (release = resolve));
		const jobs = new Jobs(inlinePool((seed) => (seed === 1 ? Promise.resolve() : gate)));
		const { job: id, takes } = jobs.submit(job(take(), take({ seed: 2 }), take({ seed: 3 })));
		for await (const { event } of jobs.events(id, 0, new AbortController().signal))
			if (event.type === 'done') break;
		jobs.cancel(id);
		release();
		const events = await all(jobs, id);
		expect(events.filter(({ type }) => type === 'cancelled')).toHaveLength(2);
		expect(events.filter(({ type }) => type === 'done')).toHaveLength(1);
		expect((await jobs.picture(takes[0].take).bytes()).length).toBeGreaterThan(0);
		jobs.cancel(id);
		expect(await all(jobs, id)).toEqual(events);
	});

	it('stops telling a listener that has gone', async () => {
		let release = () => {};
		const gate = new Promise<void>((resolve) => (release = resolve));
		const jobs = new Jobs(inlinePool(() => gate));
		const { job: id } = jobs.submit(job(take()));
		const gone = new AbortController();
		const listening = (async () => {
			const heard: string[] = [];
			for await (const { event } of jobs.events(id, 0, gone.signal)) heard.push(event.type);
			return heard;
		})();
		gone.abort();
		expect(await listening).toEqual([]);
		release();
		expect((await all(jobs, id)).at(-1)).toEqual({ type: 'end' });
	});

	it('refuses more than the queue holds, and says when to come back', () => {
		const jobs = new Jobs(inlinePool(() => new Promise(() => undefined)));
		const full = () => jobs.submit(job(...Array.from({ length: 256 }, () => take())));
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
		const jobs = new Jobs(inlinePool());
		expect(() => jobs.status('none')).toThrow(/not known/);
		expect(() => jobs.picture('none')).toThrow(/not known/);
		const { job: id } = jobs.submit(job(take()));
		expect(() => jobs.cancel(id, 'none')).toThrow(/not known/);
	});
});

describe('readJob', () => {
	const images = new Images();
	const shelf = { images, teaching: new Teaching(images) };
	const post = (body: BodyInit, headers: Record<string, string> = {}) =>
		readJob(new Request('http://127.0.0.1/', { method: 'POST', body, headers }), shelf);

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
		['a body too large', ' '.repeat(9 * 1024 * 1024), 413]
	])('answers %s', async (_name, body, status) => {
		expect(await statusOf(post(body))).toBe(status);
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
		['a name that only begins like this machine', { host: '127.0.0.1.elsewhere.example' }, 403]
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
