import type { RequestListener } from 'node:http';
import { describe, expect, it } from 'vitest';
import { cards } from '$lib/core/testing';
import { RenderClient } from './client';
import {
	askService,
	newService,
	readAddress,
	routesAmong,
	serviceId,
	unqualified
} from './services';
import { serveWhileTested } from '../../../scripts/serve-while-tested';

describe('render services', () => {
	it('are found by the first part of a model\u2019s id, the shipped one by none', () => {
		const services = [newService('', '/api/render/v1'), newService('studio:7070', 'http://studio')];
		const routes = routesAmong(() => services);
		expect(routes.of('birch')).toMatchObject({ service: '', model: 'birch' });
		expect(routes.of('studio:7070/own/model')).toMatchObject({
			service: 'studio:7070',
			model: 'own/model'
		});
		expect(routes.of('gone/model')).toBeNull();
		// What was sent to a service that was taken off can still be called back there.
		expect(routes.at('http://gone')).toMatchObject({ base: 'http://gone' });
		expect(unqualified('birch')).toEqual({ service: '', model: 'birch' });
	});

	it('are added by addresses as people write them', () => {
		expect(readAddress('127.0.0.1:7070')).toBe('http://127.0.0.1:7070/api/render/v1');
		expect(readAddress(' https://studio.example/render/v1/ ')).toBe(
			'https://studio.example/render/v1'
		);
		expect(readAddress('')).toBeNull();
		expect(serviceId('http://studio:7070/x', [])).toBe('studio:7070');
		expect(serviceId('http://studio:7070/y', ['studio:7070'])).toBe('studio:7070-2');
	});
});

describe('a render service that is asked for its models', () => {
	const limits = {
		maxTakesPerJob: 3,
		maxPixels: 1e6,
		maxSteps: 100,
		maxQueuedTakes: 10,
		maxImageBytes: 1e6
	};
	const answering: RequestListener = ({ url }, response) =>
		response.end(JSON.stringify(url === '/models' ? { models: cards } : limits));
	/** What is said of a service that does not answer as it should. */
	async function said(id: string, listener: RequestListener, patience = {}): Promise<string> {
		const address = await serveWhileTested(listener);
		const service = { ...newService(id, address), client: new RenderClient(address, patience) };
		const asked = await askService(service);
		expect(asked.state).toBe('silent');
		expect(asked.cards).toEqual([]);
		return asked.says!.replace(address, 'ADDRESS');
	}

	it('has them under ids that no other service\u2019s have', async () => {
		const address = await serveWhileTested(answering);
		const asked = await askService(newService('studio', address));
		expect(asked).toMatchObject({ state: 'answers', says: undefined });
		expect(asked.cards.map(({ id }) => id)).toEqual(cards.map(({ id }) => `studio/${id}`));
		expect(asked.limits).toEqual(limits);
		const shipped = await askService(newService('', address));
		expect(shipped.cards.map(({ id }) => id)).toEqual(cards.map(({ id }) => id));
	});

	it('goes on with what is known of it when it falls silent, and answers again afterwards', async () => {
		let up = true;
		const address = await serveWhileTested((request, response) =>
			up ? answering(request, response) : response.writeHead(503).end()
		);
		const first = await askService(newService('studio', address));
		up = false;
		const silent = await askService(first);
		expect(silent).toMatchObject({ state: 'silent', cards: first.cards });
		up = true;
		expect(await askService(silent)).toMatchObject({ state: 'answers', says: undefined });
	});

	it('that wants to know who calls is told apart from one that is not there', async () => {
		const locked: RequestListener = (_request, response) =>
			response
				.writeHead(401, { 'content-type': 'application/problem+json' })
				.end(JSON.stringify({ title: 'Who?', status: 401, detail: 'Give a token.' }));
		expect(await said('studio', locked)).toBe('What is at ADDRESS asks who calls. Give a token.');
		expect(await said('', locked)).toBe('The render service asks who calls. Give a token.');
	});

	it('that takes too long, keeps no contract or hangs up says which, and what to do', async () => {
		expect(await said('studio', () => undefined, { call: 60 })).toMatch(
			/^What is at ADDRESS took too long to answer\. .* Try again\.$/
		);
		expect(await said('studio', (_, response) => response.end('{"models":[{}]}'))).toMatch(
			/^What answers at ADDRESS does not keep the contract: models\.0\.id: [^{}[\]]+\.$/
		);
		expect(await said('studio', (_, response) => response.end('[]'))).toBe(
			'What answers at ADDRESS does not keep the contract: Invalid input: expected object, received array.'
		);
		expect(await said('studio', (_, response) => response.end('<html>'))).toBe(
			'What answers at ADDRESS does not keep the contract: what it says is no JSON.'
		);
		expect(await said('studio', (request) => request.socket.destroy())).toMatch(
			/^Nothing that this page may read answers at ADDRESS\. .*CORS/
		);
		expect(await said('', (request) => request.socket.destroy())).toBe(
			'The render service does not answer. Is the program still running?'
		);
	});
});
