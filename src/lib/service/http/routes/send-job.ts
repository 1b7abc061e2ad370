import { admitJob, readJob } from '../admission';
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
	handle: async (request, _params, caller) => {
		const job = await readJob(request);
		// A job that is known is not looked at again: what it was sent with may be forgotten by now.
		const ticket =
			(await board().joined(job, caller)) ??
			(await board().submit(await admitJob(job, shelf(), caller, await board().cards()), caller));
		return json(ticket, 202);
	}
});
