import { readJson } from '../body';
import { shelf, words } from '../held';
import { badWords, defineRoute, json, told } from './route';

export const describePicture = defineRoute({
	method: 'post',
	path: '/descriptions',
	summary: 'What a picture shows, in words; may be left out by a server',
	requestBody: told('DescriptionRequest', 'A picture that was sent before'),
	responses: { '200': told('Description', 'Phrases by facet'), ...badWords },
	handle: async (request, _params, caller) =>
		json(await words().describe(await readJson(request), shelf().images, caller))
});
