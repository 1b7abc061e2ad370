import { answer, jobs } from '$lib/service/http';
import type { RequestHandler } from './$types';

export const DELETE: RequestHandler = ({ params }) =>
	answer(() => {
		jobs().cancel(params.job, params.take);
		return new Response(null, { status: 204 });
	});
