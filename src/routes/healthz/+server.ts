import type { RequestHandler } from './$types';

/** Whether this process lives. */
export const GET: RequestHandler = () => new Response('lives\n');
