import { frameTimes } from '$lib/core/frame';
import { defineWay } from '../way';

export const enlarge = defineWay({
	id: 'enlarge',
	label: 'Enlarge',
	explained:
		'The picture again with more pixels. With no new detail it is resampled; with more, the model works it over.',
	as: 'enlarged',
	dials: ['strength', 'seed', 'model'],
	words: false,
	again: false,
	begins: true,
	begin: ({ image, settings, multiple, fresh }) => ({
		start: [image],
		fit: ['enlarge'],
		area: [''],
		frame: [frameTimes(settings, 2, multiple)],
		strength: [0.3],
		turned: [''],
		variation: [0],
		batch: [0],
		seed: fresh(1)
	})
});
