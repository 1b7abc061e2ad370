import type { RequestListener } from 'node:http';
import { describe, expect, it } from 'vitest';
import { cards } from '$lib/core/testing';
import { RenderClient, RenderRefused, type Patience } from './client';
import { MOST_JSON, readRetryAfter, ServiceAmiss } from './reading';
import { onePoint, serveWhileTested } from '../../../scripts/serve-while-tested';

/** The client against a server that answers as the contract allows, and worse. */

async function serve(
	listener: RequestListener,
	patience: Partial<Patience> = {}
): Promise<RenderClient> {
	return new RenderClient(await serveWhileTested(listener), patience);
}

const event = (id: number, type: string, data: object) =>
	`id: ${id}\nevent: ${type}\ndata: ${JSON.stringify(data)}\n\n`;

async function heard(client: RenderClient, after = 0): Promise<[number, string][]> {
	const out: [number, string][] = [];
	for await (const { id, event: e } of client.events('j', after, new AbortController().signal)) {
		out.push([id, e.type]);
	}
	return out;
}

describe('RenderClient', () => {
	it('reads the models', async () => {
		const client = await serve((_request, response) =>
			response.end(JSON.stringify({ models: cards }))
		);
		expect(await client.models()).toEqual(cards);
	});

	it('says who calls, on every call, where it was given a token (RFC 6750, section 2.1)', async () => {
		const asked: (string | undefined)[] = [];
		const { base } = await serve((request, response) => {
			asked.push(request.headers.authorization);
			response.end(JSON.stringify({ models: cards }));
		});
		const client = new RenderClient(base, {}, 'a-secret');
		await client.models();
		await client.submit({ key: 'k', takes: [] }).catch(() => undefined);
		await new RenderClient(base).models();
		expect(asked).toEqual(['Bearer a-secret', 'Bearer a-secret', undefined]);
	});

	it('does not take a card that is not as the contract says', async () => {
		const client = await serve((_request, response) => response.end('{"models":[{"id":"x"}]}'));
		await expect(client.models()).rejects.toThrow();
	});

	it('reads events wherever the stream is cut, until the end', async () => {
		const text =
			event(1, 'progress', { take: 't', step: 1, steps: 2 }) +
			': still here\n\n' +
			event(2, 'progress', {
				take: 'té',
				step: 2,
				steps: 2,
				preview: 'data:image/webp;base64,AA=='
			}) +
			event(3, 'end', {}) +
			event(4, 'progress', { take: 'after the end', step: 1, steps: 2 });
		const client = await serve((_request, response) => {
			response.setHeader('content-type', 'text/event-stream');
			const bytes = Buffer.from(text);
			let at = 0;
			const send = () => {
				if (at >= bytes.length) return response.end();
				response.write(bytes.subarray(at, (at += 7)));
				setImmediate(send);
			};
			send();
		});
		expect(await heard(client)).toEqual([
			[1, 'progress'],
			[2, 'progress'],
			[3, 'end']
		]);
	});

	it('passes over events of a kind that it does not know', async () => {
		const client = await serve((_request, response) =>
			response.end(
				event(1, 'weather', { rain: true }) +
					event(2, 'progress', { step: 'x' }) +
					event(3, 'end', {})
			)
		);
		expect(await heard(client)).toEqual([[3, 'end']]);
	});

	it('asks for what comes after the last event it saw', async () => {
		let asked: string | string[] | undefined;
		const client = await serve((request, response) => {
			asked = request.headers['last-event-id'];
			response.end(event(9, 'end', {}));
		});
		await heard(client, 8);
		expect(asked).toBe('8');
		await heard(client);
		expect(asked).toBeUndefined();
	});

	it('stops without an end when the stream breaks off', async () => {
		const client = await serve((_request, response) =>
			response.end(event(1, 'progress', { take: 't', step: 1, steps: 2 }))
		);
		expect(await heard(client)).toEqual([[1, 'progress']]);
	});

	it('hands on what a refusal says, and when to come back', async () => {
		const client = await serve((_request, response) => {
			response.writeHead(429, { 'content-type': 'application/problem+json', 'retry-after': '7' });
			response.end(JSON.stringify({ title: 'Full', status: 429, detail: 'Come back later.' }));
		});
		const refused = await client.status('j').catch((cause: unknown) => cause);
		expect(refused).toBeInstanceOf(RenderRefused);
		expect(refused).toMatchObject({ status: 429, retryAfter: 7, message: 'Come back later.' });
	});

	it('has a sentence for a refusal that says nothing', async () => {
		const client = await serve((_request, response) => response.writeHead(502).end('<html>'));
		await expect(client.limits()).rejects.toThrow('It answered 502.');
	});

	it('escapes ids in addresses', async () => {
		const paths: (string | undefined)[] = [];
		const client = await serve((request, response) => {
			paths.push(request.url);
			response.writeHead(204).end();
		});
		await client.cancel('a/b', 'c?d');
		await client.cancel('e');
		expect(paths).toEqual(['/jobs/a%2Fb/takes/c%3Fd', '/jobs/e']);
	});

	it('tells of a flood of progress the latest of each take, and all else', async () => {
		const steps = Array.from({ length: 600 }, (_, i) =>
			event(i + 1, 'progress', { take: i % 2 ? 'b' : 'a', step: i + 1, steps: 600 })
		);
		const failed = event(601, 'failed', { take: 'a', code: 'broken', message: 'It broke.' });
		const client = await serve((_request, response) =>
			response.end(
				[...steps.slice(0, 300), failed, ...steps.slice(300), event(602, 'end', {})].join('')
			)
		);
		const ids = await heard(client);
		expect(ids.length).toBeLessThan(600);
		expect(ids.filter(([, type]) => type !== 'progress')).toEqual([
			[601, 'failed'],
			[602, 'end']
		]);
		expect(ids).toContainEqual([599, 'progress']);
		expect(ids).toContainEqual([600, 'progress']);
	});

	it('gives up an event that has no end', async () => {
		const client = await serve((_request, response) => {
			response.write('id: 1\nevent: progress\ndata: ');
			for (let i = 0; i < 20; i++) response.write('x'.repeat(100_000));
		});
		await expect(heard(client)).rejects.toThrow(ServiceAmiss);
	});

	it('takes a stream that falls silent for a broken one, however long it is held open', async () => {
		const client = await serve(
			(_request, response) =>
				void response.write(event(1, 'progress', { take: 't', step: 1, steps: 2 })),
			{ silence: 120 }
		);
		const seen: number[] = [];
		const reading = (async () => {
			for await (const { id } of client.events('j', 0, new AbortController().signal)) seen.push(id);
		})();
		await expect(reading).rejects.toThrow();
		expect(seen).toEqual([1]);
	});

	it('stops hearing when it is told to, and asks nothing when it was told before', async () => {
		let asked = 0;
		const client = await serve((_request, response) => {
			asked++;
			response.write(event(1, 'progress', { take: 't', step: 1, steps: 2 }));
		});
		const stop = new AbortController();
		const reading = (async () => {
			for await (const one of client.events('j', 0, stop.signal)) {
				expect(one.id).toBe(1);
				stop.abort();
			}
		})();
		await expect(reading).rejects.toThrow();
		await expect(client.events('j', 0, stop.signal).next()).rejects.toThrow();
		expect(asked).toBe(1);
	});

	it('tells the kind of a picture by its bytes, and takes nothing else for one', async () => {
		let body: Buffer | string = onePoint;
		const client = await serve((_request, response) =>
			response.writeHead(200, { 'content-type': 'image/webp' }).end(body)
		);
		expect((await client.image('t')).type).toBe('image/png');
		body = '<html>not found</html>';
		await expect(client.image('t')).rejects.toThrow(/picture/);
	});

	it('does not take in an answer larger than can be meant, whatever its header says', async () => {
		const client = await serve((_request, response) => {
			const part = Buffer.alloc(1 << 20, ' ');
			let left = MOST_JSON / part.length + 4;
			const more = () => {
				if (left-- > 0 && !response.destroyed) response.write(part, more);
			};
			more();
		});
		await expect(client.limits()).rejects.toThrow(/has more than 16 MB: it is not kept\./);
		const said = await serve((_request, response) => {
			response.writeHead(200, { 'content-length': String(MOST_JSON + 1) });
			response.flushHeaders();
		});
		await expect(said.limits()).rejects.toThrow(ServiceAmiss);
	});
});

describe('Retry-After (RFC 9110, section 10.2.3)', () => {
	const now = Date.parse('2026-03-01T12:00:00Z');

	it('is seconds, or a date', () => {
		expect(readRetryAfter('120', now)).toBe(120);
		expect(readRetryAfter('Sun, 01 Mar 2026 12:00:30 GMT', now)).toBe(30);
	});

	it('is passed over when it is past, or says nothing', () => {
		expect(readRetryAfter('Sun, 01 Mar 2026 11:00:00 GMT', now)).toBeNull();
		expect(readRetryAfter('soon', now)).toBeNull();
		expect(readRetryAfter('0', now)).toBeNull();
		expect(readRetryAfter(null, now)).toBeNull();
	});

	it('is ten minutes at most', () => {
		expect(readRetryAfter('86400', now)).toBe(600);
	});
});
