import { spawn } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { expect, test, type APIRequestContext } from '@playwright/test';
import sharp from 'sharp';

/** The render contract, held against the service as it is built and started. */

const base = '/api/render/v1';
const take = (change: Record<string, unknown> = {}) => ({
	ref: randomUUID(),
	model: 'turnstone-2',
	prompt: 'a lighthouse at dusk above a salt marsh',
	negative: '',
	width: 256,
	height: 256,
	guidance: 6,
	steps: 8,
	sampler: 'dpm-solver++(2m)',
	schedule: 'karras',
	seed: 41207,
	...change
});

async function send(
	request: APIRequestContext,
	takes: object[],
	root = '',
	key: string = randomUUID()
) {
	const response = await request.post(`${root}${base}/jobs`, { data: { key, takes } });
	expect(response.status(), await response.text()).toBe(202);
	return (await response.json()) as { job: string; takes: { ref: string; take: string }[] };
}

interface ServiceEvent {
	id: number;
	type: string;
	data: Record<string, unknown>;
}

async function eventsOf(
	request: APIRequestContext,
	job: string,
	root = '',
	after?: number
): Promise<ServiceEvent[]> {
	const response = await request.get(`${root}${base}/jobs/${job}/events`, {
		headers: after === undefined ? {} : { 'last-event-id': String(after) },
		timeout: 240_000
	});
	expect(response.headers()['content-type']).toBe('text/event-stream');
	return (await response.text())
		.split('\n\n')
		.filter((block) => block.startsWith('id:'))
		.map((block) => {
			const field = (name: string) => new RegExp(`^${name}: (.*)$`, 'm').exec(block)![1];
			return {
				id: Number(field('id')),
				type: field('event'),
				data: JSON.parse(field('data')) as ServiceEvent['data']
			};
		});
}

async function picture(request: APIRequestContext, id: string, root = ''): Promise<Buffer> {
	const response = await request.get(`${root}${base}/takes/${id}/image`);
	expect(response.status()).toBe(200);
	return response.body();
}

test('the same request gives the same bytes: alone, among twenty others, on one thread and on two', async ({
	request
}) => {
	const alone = await send(request, [take()]);
	await eventsOf(request, alone.job);
	const first = await picture(request, alone.takes[0].take);

	const others = Array.from({ length: 20 }, (_, i) =>
		take({
			seed: i,
			guidance: 1 + i / 2,
			model: i % 2 ? 'gannet' : 'turnstone-2',
			prompt: i % 3 ? 'heron, dawn' : 'a ferry in fog'
		})
	);
	const among = await send(request, [...others.slice(0, 10), take(), ...others.slice(10)]);
	await eventsOf(request, among.job);
	expect((await picture(request, among.takes[10].take)).equals(first)).toBe(true);

	const port = 4291;
	const single = spawn(process.execPath, ['scripts/serve.mjs'], {
		stdio: 'ignore',
		env: {
			...process.env,
			HOST: '127.0.0.1',
			PORT: String(port),
			ORIGIN: `http://127.0.0.1:${port}`,
			DIAL_PICK_THREADS: '1'
		}
	});
	try {
		const root = `http://127.0.0.1:${port}`;
		await expect
			.poll(() =>
				request.get(`${root}${base}/models`).then(
					(r) => r.ok(),
					() => false
				)
			)
			.toBe(true);
		const there = await send(request, [take({ seed: 3 }), take()], root);
		await eventsOf(request, there.job, root);
		expect((await picture(request, there.takes[1].take, root)).equals(first)).toBe(true);
	} finally {
		single.kill();
	}

	const other = await send(request, [take({ seed: 5512 })]);
	await eventsOf(request, other.job);
	const second = await picture(request, other.takes[0].take);
	const [a, b] = await Promise.all([first, second].map((bytes) => sharp(bytes).raw().toBuffer()));
	const apart = a.reduce((sum, v, i) => sum + Math.abs(v - b[i]), 0) / a.length;
	expect(apart, 'another seed is clearly another picture').toBeGreaterThan(4);
});

test('the format changes nothing in the pixels, and what is said of a picture is true', async ({
	request
}) => {
	const { job, takes } = await send(request, [
		take(),
		take({ output: { format: 'webp', preview: true } })
	]);
	const events = await eventsOf(request, job);
	const done = events.filter(({ type }) => type === 'done').map(({ data }) => data);
	expect(done[0].pixels).toBe(done[1].pixels);
	const pngTake = done.find((d) => d.take === takes[0].take)!;
	const png = await picture(request, takes[0].take);
	expect(createHash('sha256').update(png).digest('hex')).toBe(pngTake.image);
	const raw = await sharp(png).raw().toBuffer();
	expect(createHash('sha256').update(raw).digest('hex')).toBe(pngTake.pixels);
	expect(await sharp(png).metadata()).toMatchObject({ width: 256, height: 256, format: 'png' });
	expect((await sharp(await picture(request, takes[1].take)).metadata()).format).toBe('webp');
	const response = await request.get(`${base}/takes/${takes[0].take}/image`);
	expect(response.headers().etag).toBe(`"${String(pngTake.image)}"`);
	const again = await request.get(`${base}/takes/${takes[0].take}/image`, {
		headers: { 'if-none-match': response.headers().etag }
	});
	expect(again.status()).toBe(304);
});

test('events come in order, miss nothing after a break, and end', async ({ request }) => {
	const { job, takes } = await send(request, [take({ steps: 12 }), take({ steps: 12, seed: 2 })]);
	const all = await eventsOf(request, job);
	expect(all.map(({ id }) => id)).toEqual(all.map((_, i) => i + 1));
	expect(all.at(-1)!.type).toBe('end');
	for (const { take: id } of takes) {
		const steps = all
			.filter(({ type, data }) => type === 'progress' && data.take === id)
			.map(({ data }) => data.step as number);
		// From the first to the last; between them no more often than eyes can follow.
		expect(steps[0]).toBe(0);
		expect(steps.at(-1)).toBe(12);
		expect(steps).toEqual([...new Set(steps)].sort((a, b) => a - b));
	}
	const rest = await eventsOf(request, job, '', 10);
	expect(rest.map(({ id }) => id)).toEqual(all.slice(10).map(({ id }) => id));
});

test('answers go packed, events one by one as they come', async ({ request }) => {
	const { job } = await send(request, [take()]);
	const packing = async (address: string) => {
		const response = await request.get(address, { headers: { 'accept-encoding': 'gzip' } });
		expect(response.ok()).toBe(true);
		return response.headers()['content-encoding'];
	};
	expect(await packing(`${base}/models`)).toBe('gzip');
	// What is packed waits for more to come; an event is to be read at once.
	expect(await packing(`${base}/jobs/${job}/events`)).toBeUndefined();
});

test('a last event that is no id of ours begins at the start, and drops no connection', async ({
	request
}) => {
	const { job } = await send(request, [take()]);
	const all = await eventsOf(request, job);
	for (const strange of ['1e21', '-1', 'NaN', '0x10', '9'.repeat(400), '']) {
		const response = await request.get(`${base}/jobs/${job}/events`, {
			headers: { 'last-event-id': strange }
		});
		expect(response.status(), strange).toBe(200);
		expect((await response.text()).match(/^id: /gm), strange).toHaveLength(all.length);
	}
});

test('a picture whose kind is not said is taken by its bytes', async ({ baseURL }) => {
	const grey = sharp({ create: { width: 64, height: 64, channels: 3, background: '#888' } });
	const body = new Uint8Array(await grey.png().toBuffer());
	// Sent as it is: fetch says no kind for bytes alone.
	const response = await fetch(`${baseURL}${base}/images`, { method: 'POST', body });
	expect(response.status).toBe(201);
	expect(await response.json()).toMatchObject({ width: 64, height: 64 });
});

test('the same key is the same job', async ({ request }) => {
	const key = randomUUID();
	const takes = [take()];
	expect(await send(request, takes, '', key)).toEqual(await send(request, takes, '', key));
});

test('a cancelled job ends, and the service goes on', async ({ request }) => {
	const { job, takes } = await send(
		request,
		Array.from({ length: 12 }, (_, i) => take({ seed: i, steps: 60, width: 1024, height: 1024 }))
	);
	expect((await request.delete(`${base}/jobs/${job}/takes/${takes[11].take}`)).status()).toBe(204);
	expect((await request.delete(`${base}/jobs/${job}`)).status()).toBe(204);
	const events = await eventsOf(request, job);
	expect(events.at(-1)!.type).toBe('end');
	const { takes: states } = (await (await request.get(`${base}/jobs/${job}`)).json()) as {
		takes: { state: string }[];
	};
	expect(states.every(({ state }) => state === 'cancelled' || state === 'done')).toBe(true);
	expect(states.filter(({ state }) => state === 'cancelled').length).toBeGreaterThan(8);
	const next = await send(request, [take({ seed: 77 })]);
	expect((await eventsOf(request, next.job)).some(({ type }) => type === 'done')).toBe(true);
});

test('mistakes are answered with problem+json that says what, where and what to do', async ({
	request
}) => {
	const post = async (data: unknown, headers: Record<string, string> = {}) => {
		const response = await request.post(`${base}/jobs`, {
			data: Buffer.from(typeof data === 'string' ? data : JSON.stringify(data)),
			headers: { 'content-type': 'application/json', ...headers }
		});
		expect(response.headers()['content-type']).toBe('application/problem+json');
		const body = (await response.json()) as {
			status: number;
			title: string;
			detail: string;
			errors?: { path: string }[];
		};
		expect(body.status).toBe(response.status());
		expect(body.title && body.detail).toBeTruthy();
		return { status: response.status(), paths: (body.errors ?? []).map(({ path }) => path) };
	};
	const job = (...takes: object[]) => ({ key: randomUUID(), takes });
	expect(await post('{')).toMatchObject({ status: 400 });
	expect(await post(job())).toMatchObject({ status: 422, paths: ['takes'] });
	expect(await post({ takes: [take()] })).toMatchObject({ status: 422, paths: ['key'] });
	for (const [change, path] of [
		[{ model: 'dodo' }, 'takes.0.model'],
		[{ sampler: 'magic' }, 'takes.0.sampler'],
		[{ schedule: 'constructor' }, 'takes.0.schedule'],
		[{ width: 100 }, 'takes.0.width'],
		[{ width: 0 }, 'takes.0.width'],
		[{ steps: 61 }, 'takes.0.steps'],
		[{ steps: 2.5 }, 'takes.0.steps'],
		[{ guidance: 50 }, 'takes.0.guidance'],
		[{ guidance: null }, 'takes.0.guidance'],
		[{ seed: -1 }, 'takes.0.seed'],
		[{ seed: 2 ** 32 }, 'takes.0.seed'],
		[{ prompt: 7 }, 'takes.0.prompt'],
		[{ surprise: true }, 'takes.0']
	] as const) {
		expect(await post(job(take(change))), JSON.stringify(change)).toMatchObject({
			status: 422,
			paths: [path]
		});
	}
	const twice = take();
	expect(await post(job(twice, twice))).toMatchObject({ status: 422, paths: ['takes.1.ref'] });
	expect(await post(job(take({ width: 16_000, height: 16_000 })))).toMatchObject({ status: 413 });
	expect(await post(job(...Array.from({ length: 257 }, () => take())))).toMatchObject({
		status: 413
	});
	expect(await post(job(take()), { origin: 'https://elsewhere.example' })).toMatchObject({
		status: 403
	});
	for (const path of ['/jobs/none', '/jobs/none/events', '/takes/none/image']) {
		const response = await request.get(base + path);
		expect(response.status()).toBe(404);
		expect(response.headers()['content-type']).toBe('application/problem+json');
	}
});

test('any prompt makes a picture', async ({ request }) => {
	const prompts = [
		'',
		'zeppelin',
		'🦀 ﷺ قلعة \u0000\u202e',
		'x '.repeat(9000),
		'<script>alert(1)</script>'
	];
	const { job } = await send(
		request,
		prompts.map((prompt, i) => take({ prompt, negative: prompts.at(-1 - i), steps: 4 }))
	);
	const done = (await eventsOf(request, job)).filter(({ type }) => type === 'done');
	expect(done).toHaveLength(prompts.length);
	expect(done.some(({ data }) => (data.unread as string[]).includes('zeppelin'))).toBe(true);
});

test(
	'the shipped service keeps every promise of the conformance check',
	{ tag: '@alone' },
	async ({ baseURL }) => {
		/** Takes that the service has ended, however. */
		const ended = async () => {
			const figures = await (await fetch(`${baseURL}/metrics`)).text();
			const counts = [...figures.matchAll(/^dial_pick_takes_total\{[^}]*\} (\d+)$/gm)];
			return counts.reduce((sum, [, count]) => sum + Number(count), 0);
		};
		const before = await ended();
		const check = spawn(process.execPath, ['build/threads/conformance.mjs', `${baseURL}${base}`]);
		let report = '';
		check.stdout.on('data', (data: Buffer) => (report += data.toString()));
		const code = await new Promise((done) => check.on('close', done));
		expect(report).toMatch(/2\d promises kept, 0 broken, 0 not offered/);
		expect(code, report).toBe(0);
		// What it costs is said before, and was no more.
		const [, takes, most] = /^(\d+) takes, at most ([\d.]+) credits/.exec(report.trim())!;
		const [, cost] = /It came to ([\d.]+) credits/.exec(report)!;
		expect((await ended()) - before).toBe(Number(takes));
		expect(Number(cost)).toBeGreaterThan(0);
		expect(Number(cost)).toBeLessThanOrEqual(Number(most));
	}
);

test('a picture is extended, and what was there stays as it was', async ({ request }) => {
	const source = Buffer.from(
		Uint8Array.from({ length: 128 * 128 * 3 }, (_, i) => ((i * 13) >> 3) & 255)
	);
	const png = await sharp(source, { raw: { width: 128, height: 128, channels: 3 } })
		.png()
		.toBuffer();
	const sent = await request.post(`${base}/images`, {
		headers: { 'content-type': 'image/png' },
		data: png
	});
	expect(sent.status()).toBe(201);
	const { image } = (await sent.json()) as { image: string };
	const { takes } = await send(request, [
		take({ width: 256, height: 128, start: { image, strength: 1, fit: 'extend' } })
	]);
	let bytes: Buffer = Buffer.alloc(0);
	await expect(async () => {
		const response = await request.get(`${base}/takes/${takes[0].take}/image`);
		expect(response.status()).toBe(200);
		bytes = await response.body();
	}).toPass({ timeout: 30_000 });
	const made = await sharp(bytes).removeAlpha().raw().toBuffer();
	for (let y = 0; y < 128; y++)
		expect(
			made
				.subarray((y * 256 + 64) * 3, (y * 256 + 192) * 3)
				.equals(source.subarray(y * 128 * 3, (y + 1) * 128 * 3))
		).toBe(true);
});

test('a connection is kept for longer than what stands in front of it keeps one', async ({
	request
}) => {
	// Said in the header Keep-Alive (RFC 2068, 19.7.1.1; from memory). A minute is common practice, without a source.
	const answer = await request.get(`${base}/models`);
	const [, seconds] = /timeout=(\d+)/.exec(answer.headers()['keep-alive'])!;
	expect(Number(seconds)).toBeGreaterThan(60);
});
