import { board } from '../held';
import { defineRoute, json, told, unknownHere } from './route';

export const jobStatus = defineRoute({
	method: 'get',
	path: '/jobs/{job}',
	summary: 'How far a job is',
	responses: { '200': told('JobStatus', 'Every take'), ...unknownHere },
	handle: async (_request, { job }, caller) => json(await board().status(job, caller))
});
