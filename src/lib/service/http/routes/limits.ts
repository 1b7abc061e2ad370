import { limits } from '../limits';
import { defineRoute, json, told } from './route';

export const tellLimits = defineRoute({
	method: 'get',
	path: '/limits',
	summary: 'What is taken on',
	responses: { '200': told('Limits', 'Limits') },
	handle: () => json(limits)
});
