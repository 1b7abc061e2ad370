import { board } from '../held';
import { defineRoute, json, told } from './route';

export const tellLimits = defineRoute({
	method: 'get',
	path: '/limits',
	summary: 'What is taken on',
	responses: { '200': told('Limits', 'Limits') },
	handle: async () => json(await board().limits())
});
