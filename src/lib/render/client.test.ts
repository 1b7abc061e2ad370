import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { cards } from '$lib/core/testing';
import { RenderClient, RenderRefused } from './client';

/** The client against a server that answers as the contract allows, and worse. */

let server: Server | undefined;
afterEach(() => {
	server?.closeAllConnections();
	server?.close();
});

async function serve(listener: RequestListener): Promise<RenderClient> {
	server = createServer(listener);
	await new Promise<void>((resolve) => server!.listen(0, '127.0.0.1', resolve));
	return new RenderClient(`http://127.0.0.1:${(server.address() as AddressInfo).port}`);
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
});
