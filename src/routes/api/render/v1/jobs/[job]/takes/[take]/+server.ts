import { answer, jobs } from '$lib/server';
import type { RequestHandler } from './$types';

export const DELETE: RequestHandler = ({ params }) =>
	answer(() => {
		jobs().cancel(params.job, params.take);
		return new Response(null, { status: 204 });
	});
