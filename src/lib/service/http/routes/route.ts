/** A shape of the contract, by its name among the schemas of the OpenAPI document. */
export interface Told {
	description: string;
	content?: Record<string, object>;
}

/** Values of the braces in a path, such as `{job}`. */
export type Params = Record<string, string>;

/** One call of the service: how it is told in the OpenAPI document, and what answers it. */
export interface Route {
	method: 'get' | 'post' | 'delete';
	/** Below the service's address, with its parameters in braces. */
	path: `/${string}`;
	summary: string;
	requestBody?: Told;
	/** What it answers, by status. */
	responses: Record<string, Told>;
	/** Answers a caller. Throws a ServiceProblem for what it cannot do. */
	handle: (request: Request, params: Params, caller: string) => Response | Promise<Response>;
}

export const defineRoute = (route: Route): Route => route;

const reference = (name: string) => ({ schema: { $ref: `#/components/schemas/${name}` } });

/** A JSON body of a schema. */
export const told = (name: string, description: string): Told => ({
	description,
	content: { 'application/json': reference(name) }
});

/** Server-sent events, each of a schema. */
export const toldAsEvents = (name: string, description: string): Told => ({
	description,
	content: { 'text/event-stream': reference(name) }
});

/** An answer that says what is wrong (RFC 9457). */
export const toldAsProblem = (description: string): Told => ({
	description,
	content: { 'application/problem+json': reference('Problem') }
});

/** Bytes of pictures. */
export const toldAsPicture = (description: string, ...types: string[]): Told => ({
	description,
	content: Object.fromEntries(types.map((type) => [type, {}]))
});

export const unknownHere = { '404': toldAsProblem('There is no such job or take') };

export const badWords = {
	'400': toldAsProblem('Not JSON'),
	'422': toldAsProblem('Not as the contract says, or not known here; see errors')
};

export const json = (value: unknown, status = 200): Response => Response.json(value, { status });

export const nothing = (): Response => new Response(null, { status: 204 });
