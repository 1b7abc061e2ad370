import { json } from '@sveltejs/kit';
import { answer, jobs } from '$lib/service/http';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => answer(() => json(jobs().status(params.job)));

export const DELETE: RequestHandler = ({ params }) =>
	answer(() => {
		jobs().cancel(params.job);
		return new Response(null, { status: 204 });
	});
