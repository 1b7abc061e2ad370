import { readJson } from '../body';
import { shelf } from '../held';
import { defineRoute, json, told, toldAsProblem } from './route';

export const teachAdapter = defineRoute({
	method: 'post',
	path: '/adapters',
	summary: 'Teach an adapter from up to 40 pictures that were sent before',
	requestBody: told('TeachRequest', 'A name and the pictures'),
	responses: {
		'201': told('AdapterTicket', 'The id under which takes may ask for it'),
		'400': toldAsProblem('Not JSON'),
		'422': toldAsProblem('Not as the contract says, or a picture is not known; see errors')
	},
	handle: async (request, _params, caller) =>
		json(await shelf().teaching.teach(await readJson(request), caller), 201)
});
