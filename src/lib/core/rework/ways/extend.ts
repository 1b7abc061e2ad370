import { frameRound } from '$lib/core/frame';
import { defineWay } from '../way';

export const extend = defineWay({
	id: 'extend',
	label: 'Extend',
	explained:
		'The picture stays as it is, and goes on round it in a larger frame: each frame is a take of its own.',
	as: 'extended',
	dials: ['seed', 'model'],
	words: true,
	again: false,
	begins: true,
	begin: ({ image, settings, multiple, fresh }) => ({
		start: [image],
		fit: ['extend'],
		area: [''],
		frame: [frameRound(settings, 16 / 9, multiple)],
		strength: [1],
		turned: [''],
		variation: [0],
		batch: [0],
		seed: fresh(1)
	})
});
