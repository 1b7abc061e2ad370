import { z } from 'zod';
import {
	AdapterTicket,
	ImageTicket,
	JobRequest,
	JobStatus,
	JobTicket,
	Limits,
	Models,
	Problem,
	RenderEvent,
	TeachRequest
} from './render';
import {
	Description,
	DescriptionRequest,
	FullerRequest,
	FullerVersions,
	Reading,
	ReadingRequest
} from './words';

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

const json = (name: keyof typeof schemas, description: string) => ({
	description,
	content: { 'application/json': { schema: { $ref: `#/components/schemas/${name}` } } }
});

const problem = (description: string) => ({
	description,
	content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } }
});

const named = (...names: string[]) =>
	names.map((name) => ({ name, in: 'path', required: true, schema: { type: 'string' } }));

const unknown = { '404': problem('There is no such job or take') };

const wordProblems = {
	'400': problem('Not JSON'),
	'422': problem('Not as the contract says, or not known here; see errors')
};

/** The render contract, version 1, as an OpenAPI 3.1 document made from the schemas. */
export function openApi(): Record<string, unknown> {
	return {
		openapi: '3.1.0',
		info: {
			title: 'Dial Pick render contract',
			version: '1',
			description: 'What a server must speak to make pictures for Dial Pick.'
		},
		servers: [{ url: '/api/render/v1' }],
		paths: {
			'/models': {
				get: { summary: 'The models on offer', responses: { '200': json('Models', 'Model cards') } }
			},
			'/limits': {
				get: { summary: 'What is taken on', responses: { '200': json('Limits', 'Limits') } }
			},
			'/jobs': {
				post: {
					summary: 'Send takes; the same key again gives the same job',
					requestBody: json('JobRequest', 'Key and takes'),
					responses: {
						'202': json('JobTicket', 'The job and its takes, by ref'),
						'400': problem('Not JSON'),
						'413': problem('Too large'),
						'422': problem('Not as the contract says, or not on offer; see errors'),
						'429': problem('The queue is full; see Retry-After')
					}
				}
			},
			'/jobs/{job}': {
				parameters: named('job'),
				get: {
					summary: 'How far a job is',
					responses: { '200': json('JobStatus', 'Every take'), ...unknown }
				},
				delete: {
					summary: 'Cancel what is not finished',
					responses: { '204': { description: 'Cancelled' }, ...unknown }
				}
			},
			'/jobs/{job}/takes/{take}': {
				parameters: named('job', 'take'),
				delete: {
					summary: 'Cancel one take',
					responses: { '204': { description: 'Cancelled' }, ...unknown }
				}
			},
			'/jobs/{job}/events': {
				parameters: named('job'),
				get: {
					summary: 'What happens, as it happens, until the job ends; Last-Event-ID is honoured',
					responses: {
						'200': {
							description: 'Server-sent events, named by their type; each has an id',
							content: {
								'text/event-stream': { schema: { $ref: '#/components/schemas/RenderEvent' } }
							}
						},
						...unknown
					}
				}
			},
			'/images': {
				post: {
					summary: 'Send a start picture, a mask or a reference; the same bytes get the same id',
					requestBody: {
						description: 'A PNG, JPEG or WebP picture, at most maxImageBytes',
						content: { 'image/png': {}, 'image/jpeg': {}, 'image/webp': {} }
					},
					responses: {
						'201': json('ImageTicket', 'The id under which takes may ask for it, and its size'),
						'413': problem('Too many bytes or pixels'),
						'422': problem('No whole picture of a kind that is taken')
					}
				}
			},
			'/adapters': {
				post: {
					summary: 'Teach an adapter from up to 40 pictures that were sent before',
					requestBody: json('TeachRequest', 'A name and the pictures'),
					responses: {
						'201': json('AdapterTicket', 'The id under which takes may ask for it'),
						'400': problem('Not JSON'),
						'422': problem('Not as the contract says, or a picture is not known; see errors')
					}
				}
			},
			'/readings': {
				post: {
					summary: 'Which words of a prompt a model has no notion of; may be left out by a server',
					requestBody: json('ReadingRequest', 'A model and its words'),
					responses: { '200': json('Reading', 'The words that go unread'), ...wordProblems }
				}
			},
			'/fuller': {
				post: {
					summary:
						'Fuller versions of a plain line, the same for the same request; may be left out by a server',
					requestBody: json('FullerRequest', 'The line, and how the models are spoken to'),
					responses: { '200': json('FullerVersions', 'The versions'), ...wordProblems }
				}
			},
			'/descriptions': {
				post: {
					summary: 'What a picture shows, in words; may be left out by a server',
					requestBody: json('DescriptionRequest', 'A picture that was sent before'),
					responses: { '200': json('Description', 'Phrases by facet'), ...wordProblems }
				}
			},
			'/takes/{take}/image': {
				parameters: named('take'),
				get: {
					summary: 'A finished picture; its ETag is the SHA-256 of its bytes',
					responses: {
						'200': { description: 'PNG or WebP', content: { 'image/png': {}, 'image/webp': {} } },
						...unknown
					}
				}
			}
		},
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
