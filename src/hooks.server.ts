import type { Handle } from '@sveltejs/kit';
import { guard, letRead } from '$lib/server';

export const handle: Handle = async ({ event, resolve }) => {
	if (!event.url.pathname.startsWith('/api/render/')) return resolve(event);
	const refused = guard(event.request);
	if (refused) return refused;
	const headers = letRead(event.request);
	// A browser asks first whether a page of another origin may call.
	if (event.request.method === 'OPTIONS' && Object.keys(headers).length)
		return new Response(null, { status: 204, headers });
	const response = await resolve(event);
	for (const [name, value] of Object.entries(headers)) response.headers.set(name, value);
	return response;
};
