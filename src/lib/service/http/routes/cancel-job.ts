import { board } from '../held';
import { defineRoute, nothing, unknownHere } from './route';

export const cancelJob = defineRoute({
	method: 'delete',
	path: '/jobs/{job}',
	summary: 'Cancel what is not finished',
	responses: { '204': { description: 'Cancelled' }, ...unknownHere },
	handle: async (_request, { job }, caller) => {
		await board().cancel(job, caller);
		return nothing();
	}
});
