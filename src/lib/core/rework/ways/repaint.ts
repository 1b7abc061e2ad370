import { frameTimes } from '$lib/core/frame';
import { defineWay } from '../way';

export const repaint = defineWay({
	id: 'repaint',
	label: 'Repaint',
	explained:
		'An area of the picture is made anew, by words of its own; outside it not one pixel changes.',
	as: 'repainted',
	dials: ['strength', 'seed', 'model'],
	draws: true,
	words: true,
	again: false,
	begins: true,
	begin: ({ image, settings, multiple, fresh }) => ({
		start: [image],
		area: [''],
		frame: [frameTimes(settings, 1, multiple)],
		strength: [0.8],
		turned: [''],
		variation: [0],
		batch: [0],
		seed: fresh(1)
	})
});
