import { json } from '@sveltejs/kit';
import { answer, jobs, readJob, shelf } from '$lib/service/http';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ request }) =>
	answer(async () => json(jobs().submit(await readJob(request, shelf())), { status: 202 }));
