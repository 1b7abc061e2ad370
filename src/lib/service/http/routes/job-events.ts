import { eventStream } from '../event-stream';
import { board } from '../held';
import { defineRoute, toldAsEvents, unknownHere } from './route';

/** The id of the last event that a client has seen; 0 for anything that is no id of ours. */
function lastSeen(header: string | null): number {
	const seen = /^\d{1,15}$/.test(header ?? '') ? Number(header) : 0;
	return Number.isSafeInteger(seen) ? seen : 0;
}

export const jobEvents = defineRoute({
	method: 'get',
	path: '/jobs/{job}/events',
	summary: 'What happens, as it happens, until the job ends; Last-Event-ID is honoured',
	responses: {
		'200': toldAsEvents('RenderEvent', 'Server-sent events, named by their type; each has an id'),
		...unknownHere
	},
	handle: async (request, { job }, caller) => {
		const seen = lastSeen(request.headers.get('last-event-id'));
		await board().status(job, caller);
		return eventStream((signal) => board().events(job, caller, seen, signal));
	}
});
