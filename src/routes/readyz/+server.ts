import { notReady } from '$lib/service/http';
import type { RequestHandler } from './$types';

/** Whether takes can be made at present; 503 with a sentence when not. */
export const GET: RequestHandler = async () => {
	const why = await notReady();
	return new Response(`${why ?? 'ready'}\n`, { status: why ? 503 : 200 });
};
