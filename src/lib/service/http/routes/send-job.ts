import { readJob } from '../admission';
import { callerOf } from '../callers';
import { board, shelf } from '../held';
import { defineRoute, json, told, toldAsProblem } from './route';

export const sendJob = defineRoute({
	method: 'post',
	path: '/jobs',
	summary: 'Send takes; the same key again gives the same job',
	requestBody: told('JobRequest', 'Key and takes'),
	responses: {
		'202': told('JobTicket', 'The job and its takes, by ref'),
		'400': toldAsProblem('Not JSON'),
		'413': toldAsProblem('Too large'),
		'422': toldAsProblem('Not as the contract says, or not on offer; see errors'),
		'429': toldAsProblem('The queue is full; see Retry-After')
	},
	handle: async (request) => {
		const job = await readJob(request, shelf(), await board().cards());
		return json(await board().submit(job, callerOf(request)), 202);
	}
});
