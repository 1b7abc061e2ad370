import { readBytes } from '../body';
import { shelf } from '../held';
import { defineRoute, json, told, toldAsPicture, toldAsProblem } from './route';

export const sendImage = defineRoute({
	method: 'post',
	path: '/images',
	summary: 'Send a start picture, a mask or a reference; the same bytes get the same id',
	requestBody: toldAsPicture(
		'A PNG, JPEG or WebP picture, at most maxImageBytes',
		'image/png',
		'image/jpeg',
		'image/webp'
	),
	responses: {
		'201': told('ImageTicket', 'The id under which takes may ask for it, and its size'),
		'413': toldAsProblem('Too many bytes or pixels'),
		'422': toldAsProblem('No whole picture of a kind that is taken')
	},
	handle: async (request, _params, caller) =>
		json(await shelf().images.add(await readBytes(request), caller), 201)
});
