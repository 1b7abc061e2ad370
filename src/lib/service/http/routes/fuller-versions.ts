import { readJson } from '../body';
import { words } from '../held';
import { badWords, defineRoute, json, told } from './route';

export const fullerVersions = defineRoute({
	method: 'post',
	path: '/fuller',
	summary:
		'Fuller versions of a plain line, the same for the same request; may be left out by a server',
	requestBody: told('FullerRequest', 'The line, and how the models are spoken to'),
	responses: { '200': told('FullerVersions', 'The versions'), ...badWords },
	handle: async (request, _params, caller) =>
		json(await words().fuller(await readJson(request), caller))
});
