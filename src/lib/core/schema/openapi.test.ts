import { Ajv2020 } from 'ajv/dist/2020';
import { describe, expect, it } from 'vitest';
import { cards } from '$lib/core/testing';
import { openApi } from './index';

interface Document {
	openapi: string;
	paths: Record<string, Record<string, unknown>>;
	components: { schemas: Record<string, object> };
}

describe('the OpenAPI document', () => {
	const document = openApi() as unknown as Document;

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
