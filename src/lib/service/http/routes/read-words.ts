import { readJson } from '../body';
import { words } from '../held';
import { badWords, defineRoute, json, told } from './route';

export const readWords = defineRoute({
	method: 'post',
	path: '/readings',
	summary: 'Which words of a prompt a model has no notion of; may be left out by a server',
	requestBody: told('ReadingRequest', 'A model and its words'),
	responses: { '200': told('Reading', 'The words that go unread'), ...badWords },
	handle: async (request, _params, caller) =>
		json(await words().read(await readJson(request), caller))
});
