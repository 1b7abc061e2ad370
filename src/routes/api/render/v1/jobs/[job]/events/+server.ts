import { answer, eventStream, jobs } from '$lib/service/http';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params, request }) =>
	answer(() => {
		const seen = Number(request.headers.get('last-event-id') ?? 0);
		jobs().status(params.job);
		return eventStream((signal) =>
			jobs().events(params.job, Number.isInteger(seen) ? seen : 0, signal)
		);
	});
