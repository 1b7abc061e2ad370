import { jobs } from '../held';
import { defineRoute, json, told, unknownHere } from './route';

export const jobStatus = defineRoute({
	method: 'get',
	path: '/jobs/{job}',
	summary: 'How far a job is',
	responses: { '200': told('JobStatus', 'Every take'), ...unknownHere },
	handle: (_request, { job }) => json(jobs().status(job))
});
