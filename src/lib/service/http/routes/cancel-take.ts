import { board } from '../held';
import { defineRoute, nothing, unknownHere } from './route';

export const cancelTake = defineRoute({
	method: 'delete',
	path: '/jobs/{job}/takes/{take}',
	summary: 'Cancel one take',
	responses: { '204': { description: 'Cancelled' }, ...unknownHere },
	handle: async (_request, { job, take }, caller) => {
		await board().cancel(job, caller, take);
		return nothing();
	}
});
