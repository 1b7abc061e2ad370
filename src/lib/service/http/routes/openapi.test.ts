import { Validator } from '@seriousme/openapi-schema-validator';
import { Ajv2020 } from 'ajv/dist/2020';
import { describe, expect, it } from 'vitest';
import { cards } from '$lib/core/testing';
import { contract, serve } from '.';
import { openApi } from './openapi';

interface Document {
	openapi: string;
	paths: Record<string, Record<string, unknown>>;
	components: { schemas: Record<string, object> };
}

describe('the OpenAPI document', () => {
	const document = openApi(contract) as unknown as Document;

	it('is 3.1 and has every call of the contract', () => {
		expect(document.openapi).toBe('3.1.0');
		expect(Object.keys(document.paths)).toEqual([
			'/models',
			'/limits',
			'/jobs',
			'/jobs/{job}',
			'/jobs/{job}/takes/{take}',
			'/jobs/{job}/events',
			'/images',
			'/adapters',
			'/readings',
			'/fuller',
			'/descriptions',
			'/takes/{take}/image'
		]);
	});

	// The JSON Schema of OpenAPI 3.1, as the OpenAPI Initiative publishes it.
	it('is a document by OpenAPI\u2019s own schema, and one with a slip is not', async () => {
		const validator = new Validator();
		expect(await validator.validate(structuredClone(openApi(contract)))).toEqual({ valid: true });
		const slip = structuredClone(document) as unknown as { paths: Record<string, object> };
		slip.paths['/limits'] = { get: { responses: { '200': { content: {} } } } };
		expect((await new Validator().validate(slip)).valid).toBe(false);
	});

	it('names no schema that it does not have', () => {
		for (const [, name] of JSON.stringify(document).matchAll(/#\/components\/schemas\/(\w+)/g)) {
			expect(document.components.schemas).toHaveProperty(name);
		}
	});

	it('has schemas that ajv compiles, and that take what the service gives', () => {
		const compiled = Object.fromEntries(
			Object.entries(document.components.schemas).map(([name, schema]) => [
				name,
				new Ajv2020({ strict: false, validateFormats: false }).compile(schema)
			])
		);
		expect(compiled.Models({ models: cards })).toBe(true);
		expect(compiled.Models({ models: [{ id: 'x' }] })).toBe(false);
		expect(compiled.RenderEvent({ type: 'end' })).toBe(true);
		expect(compiled.RenderEvent({ type: 'done' })).toBe(false);
	});
});

describe('a call', () => {
	const call = (method: string, path: string) =>
		serve(new Request(`http://127.0.0.1/api/render/v1/${path}`, { method }), path);

	it('is answered by the entry of its path and method, HEAD as GET', async () => {
		expect(await (await call('GET', 'limits')).json()).toHaveProperty('maxSteps');
		expect((await call('HEAD', 'limits')).status).toBe(200);
		expect(((await (await call('GET', 'openapi.json')).json()) as Document).openapi).toBe('3.1.0');
	});

	it('with another method is told which there are, and one of no path that there is none', async () => {
		const refused = await call('PUT', 'jobs/abc');
		expect([refused.status, refused.headers.get('allow')]).toEqual([405, 'GET, DELETE']);

		for (const path of ['', 'nothing', 'jobs//events', 'jobs/a/b/c', '__proto__'])
			expect((await call('GET', path)).status, path).toBe(404);
	});
});
