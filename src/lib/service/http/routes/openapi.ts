import { z } from 'zod';
import {
	AdapterTicket,
	Description,
	DescriptionRequest,
	FullerRequest,
	FullerVersions,
	ImageTicket,
	JobRequest,
	JobStatus,
	JobTicket,
	Limits,
	Models,
	Problem,
	Reading,
	ReadingRequest,
	RenderEvent,
	SHIPPED_SERVICE,
	TeachRequest
} from '$lib/core/contract';
import type { Route } from './route';

const schemas = {
	AdapterTicket,
	Description,
	DescriptionRequest,
	FullerRequest,
	FullerVersions,
	ImageTicket,
	JobRequest,
	JobStatus,
	JobTicket,
	Limits,
	Models,
	Problem,
	Reading,
	ReadingRequest,
	RenderEvent,
	TeachRequest
};

/** The calls at one path, with the parameters that stand in its braces. */
function pathItem(routes: readonly Route[]): object {
	const names = [...routes[0].path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name);
	return {
		...(names.length
			? {
					parameters: names.map((name) => ({
						name,
						in: 'path',
						required: true,
						schema: { type: 'string' }
					}))
				}
			: {}),
		...Object.fromEntries(
			routes.map(({ method, summary, requestBody, responses }) => [
				method,
				{ summary, ...(requestBody ? { requestBody } : {}), responses }
			])
		)
	};
}

/** The render contract, version 1, as an OpenAPI 3.1 document made from its calls and schemas. */
export function openApi(routes: readonly Route[]): Record<string, unknown> {
	const paths = [...new Set(routes.map(({ path }) => path))];
	return {
		openapi: '3.1.0',
		info: {
			title: 'Dial Pick render contract',
			version: '1',
			description: 'What a server must speak to make pictures for Dial Pick.'
		},
		servers: [{ url: SHIPPED_SERVICE }],
		paths: Object.fromEntries(
			paths.map((path) => [path, pathItem(routes.filter((route) => route.path === path))])
		),
		components: {
			schemas: Object.fromEntries(
				Object.entries(schemas).map(([name, schema]) => {
					const { $schema: _schema, ...rest } = z.toJSONSchema(schema, { io: 'input' });
					return [name, rest];
				})
			)
		}
	};
}
