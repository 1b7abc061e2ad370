import { eventStream } from '../event-stream';
import { board } from '../held';
import { defineRoute, toldAsEvents, unknownHere } from './route';

export const jobEvents = defineRoute({
	method: 'get',
	path: '/jobs/{job}/events',
	summary: 'What happens, as it happens, until the job ends; Last-Event-ID is honoured',
	responses: {
		'200': toldAsEvents('RenderEvent', 'Server-sent events, named by their type; each has an id'),
		...unknownHere
	},
	handle: async (request, { job }) => {
		const seen = Number(request.headers.get('last-event-id') ?? 0);
		await board().status(job);
		return eventStream((signal) => board().events(job, Number.isInteger(seen) ? seen : 0, signal));
	}
});
