import { frameTimes } from '$lib/core/frame';
import { defineWay } from '../way';

export const enlarge = defineWay({
	id: 'enlarge',
	label: 'Enlarge',
	explained:
		'The same picture with more pixels. At strength 0 it is only resampled, which costs nothing. Higher values add detail and stay less close to the picture.',
	as: 'enlarged',
	dials: ['strength', 'guidance', 'steps', 'seed', 'model'],
	words: false,
	again: false,
	begins: true,
	// The guidance that made the picture would burn it in the few steps of a low strength.
	begin: ({ image, settings, leastGuidance, multiple, fresh }) => ({
		start: [image],
		fit: ['enlarge'],
		area: [''],
		frame: [frameTimes(settings, 2, multiple)],
		strength: [0.3],
		guidance: [leastGuidance],
		turned: [''],
		variation: [0],
		batch: [0],
		seed: fresh(1)
	})
});
