import type { Handle } from '@sveltejs/kit';
import { guard } from '$lib/server';

export const handle: Handle = ({ event, resolve }) => {
	if (event.url.pathname.startsWith('/api/render/')) {
		const refused = guard(event.request);
		if (refused) return refused;
	}
	return resolve(event);
};
