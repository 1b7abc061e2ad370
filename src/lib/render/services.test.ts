import { describe, expect, it } from 'vitest';
import { newService, readAddress, routesAmong, serviceId, unqualified } from './services';

describe('render services', () => {
	it('are found by the first part of a model\u2019s id, the shipped one by none', () => {
		const services = [newService('', '/api/render/v1'), newService('studio:7070', 'http://studio')];
		const routes = routesAmong(() => services);
		expect(routes.of('birch')).toMatchObject({ service: '', model: 'birch' });
		expect(routes.of('studio:7070/own/model')).toMatchObject({
			service: 'studio:7070',
			model: 'own/model'
		});
		expect(routes.of('gone/model')).toBeNull();
		// What was sent to a service that was taken off can still be called back there.
		expect(routes.at('http://gone')).toMatchObject({ base: 'http://gone' });
		expect(unqualified('birch')).toEqual({ service: '', model: 'birch' });
	});

	it('are added by addresses as people write them', () => {
		expect(readAddress('127.0.0.1:7070')).toBe('http://127.0.0.1:7070/api/render/v1');
		expect(readAddress(' https://studio.example/render/v1/ ')).toBe(
			'https://studio.example/render/v1'
		);
		expect(readAddress('')).toBeNull();
		expect(serviceId('http://studio:7070/x', [])).toBe('studio:7070');
		expect(serviceId('http://studio:7070/y', ['studio:7070'])).toBe('studio:7070-2');
	});
});
