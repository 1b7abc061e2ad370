import type { Handle, HandleServerError, ResolveOptions } from '@sveltejs/kit';
import { closeService, guard, letRead } from '$lib/service/http';
import headers from '../scripts/headers.json';

/** Where the routes of the render service begin, whatever an address was written like. */
const SERVICE = '/api/render/';

export const handle: Handle = async ({ event, resolve }) => {
	// By the route that was found: an address may be written in many ways, such as /%61pi/.
	if (!event.route.id?.startsWith(SERVICE)) return safe(await resolve(event, { preload }));
	const refused = guard(event.request);
	if (refused) return safe(refused);
	const allowed = letRead(event.request);
	// A browser asks first whether a page of another origin may call.
	if (event.request.method === 'OPTIONS' && Object.keys(allowed).length)
		return safe(new Response(null, { status: 204, headers: allowed }));
	const response = await resolve(event);
	for (const [name, value] of Object.entries(allowed)) response.headers.set(name, value);
	// Nothing that the service answers is a page.
	response.headers.set('content-security-policy', "default-src 'none'; sandbox");
	return safe(response);
};

/** What is not there is nothing to be told of on the console. */
export const handleError: HandleServerError = ({ error, status, message }) => {
	if (status !== 404) console.error(error);
	return { message };
};

/** What a page asks for before it is read: what it needs to be put up, the letters of its text with it. */
const preload: NonNullable<ResolveOptions['preload']> = ({ type, path }) =>
	type === 'js' || type === 'css' || path.includes('hanken-grotesk-first-letters.');

/** What every answer says to browsers, those from files too: see scripts/serve.mjs. */
function safe(response: Response): Response {
	for (const [name, value] of Object.entries(headers)) response.headers.set(name, value);
	return response;
}

// What is being made ends with the program.
process.on('sveltekit:shutdown', () => void closeService());
