import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { resolve } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { createInterface } from 'node:readline';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { checkConformance } from './conformance';
import { RenderClient, RenderRefused } from './client';
import { serveWhileTested } from '../../../scripts/serve-while-tested';

const PAGE = 'http://127.0.0.1:4173';

describe('the bridge in Python', () => {
	let bridge: ChildProcess;
	let at = '';

	beforeAll(async () => {
		const file = resolve(import.meta.dirname, '../../../examples/bridge/bridge.py');
		bridge = spawn('python3', [file, '--port', '0', '--page', PAGE], {
			stdio: ['ignore', 'pipe', 'inherit']
		});
		[at] = (await once(createInterface(bridge.stdout!), 'line')) as [string];
	});
	afterAll(() => bridge.kill());

	it('keeps every promise of what it offers', async () => {
		const findings = await checkConformance(at);
		expect(findings.filter(({ result }) => result === 'broken')).toEqual([]);
		expect(findings.filter(({ result }) => result === 'kept').length).toBeGreaterThanOrEqual(20);
	});

	it('is told apart from one that breaks promises, each by its name and in a sentence', async () => {
		const broken = [
			'GET /limits says what is taken on',
			'the same key again gives the same job',
			'a client that reconnects with Last-Event-ID misses no event and gets none twice',
			'the picture comes with its type, and its ETag and its image are the SHA-256 of its bytes',
			'an unknown job or take is answered with 404',
			'a call that carries another Origin is refused'
		];
		const findings = await checkConformance(await breaking(at));
		expect(
			findings.filter(({ result }) => result === 'broken').map(({ promise }) => promise)
		).toEqual(broken);
		for (const { seen } of findings.filter(({ result }) => result === 'broken'))
			expect(seen).toMatch(/^[^{}[\]]{5,200}$/);
		expect(findings[1].seen).toBe(
			'maxTakesPerJob: Invalid input: expected number, received undefined.'
		);
	});

	it('lets the named page call, and no other, nor another name of this machine', async () => {
		const from = (origin: string) => fetch(`${at}/models`, { headers: { origin } });
		const welcome = await from(PAGE);
		expect(welcome.status).toBe(200);
		expect(welcome.headers.get('access-control-allow-origin')).toBe(PAGE);
		expect((await from('https://elsewhere.example')).status).toBe(403);
		const { port } = new URL(at);
		expect((await fetch(`http://[::ffff:127.0.0.1]:${port}/api/render/v1/models`)).status).toBe(
			403
		);
	});

	it('refuses the same key with other takes, and says what it does not offer', async () => {
		const client = new RenderClient(at);
		const [card] = await client.models();
		const take = {
			ref: 'a',
			model: card.id,
			prompt: 'a lamp',
			negative: '',
			width: 64,
			height: 64,
			guidance: 4,
			steps: 2,
			sampler: card.samplers[0],
			schedule: card.schedules[0],
			seed: 1
		};
		const key = crypto.randomUUID();
		await client.submit({ key, takes: [take] });
		const refused = async (work: Promise<unknown>) => {
			const cause: unknown = await work.then(
				() => null,
				(no: unknown) => no
			);
			expect(cause).toBeInstanceOf(RenderRefused);
			return cause as RenderRefused;
		};
		expect((await refused(client.submit({ key, takes: [{ ...take, seed: 2 }] }))).status).toBe(409);
		const { problem } = await refused(
			client.submit({
				key: crypto.randomUUID(),
				takes: [{ ...take, variation: { seed: 1, amount: 0.5 } }]
			})
		);
		expect(problem.errors?.[0].path).toBe('takes.0.variation');
	});
});

/** The same service behind something that breaks six of its promises. */
async function breaking(at: string): Promise<string> {
	const { origin, pathname } = new URL(at);
	const address = await serveWhileTested((request, response) => {
		void (async () => {
			const { method, url = '', headers } = request;
			const path = url.slice(pathname.length);
			if (path === '/limits') return void response.end('{}');
			let body: Uint8Array<ArrayBuffer> | string = new Uint8Array(await buffer(request));
			// No key is the same twice.
			if (method === 'POST' && path === '/jobs')
				body = Buffer.from(body)
					.toString()
					.replace(/"key":"[^"]*"/, `"key":"${crypto.randomUUID()}"`);
			const passed = new Headers();
			// Where a client was, and from where it calls, is not heard.
			for (const name of ['content-type', 'accept', 'if-none-match'] as const)
				if (headers[name]) passed.set(name, headers[name]);
			const answer = await fetch(origin + url, {
				method,
				headers: passed,
				...(body.length ? { body } : {})
			});
			const told = new Headers(answer.headers);
			told.delete('content-length');
			told.delete('connection');
			told.delete('transfer-encoding');
			if (answer.status === 404) told.set('content-type', 'text/html');
			if (told.has('etag')) told.set('etag', '"another"');
			response.writeHead(answer.status, Object.fromEntries(told));
			if (answer.body) Readable.fromWeb(answer.body as ReadableStream).pipe(response);
			else response.end();
		})().catch(() => response.destroy());
	});
	return address + pathname;
}
