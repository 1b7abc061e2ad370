import { board } from '../held';
import { defineRoute, json, told } from './route';

export const models = defineRoute({
	method: 'get',
	path: '/models',
	summary: 'The models on offer',
	responses: { '200': told('Models', 'Model cards') },
	handle: async () => json({ models: await board().cards() })
});
