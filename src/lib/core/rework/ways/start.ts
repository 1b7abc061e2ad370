import { defineWay } from '../way';

export const start = defineWay({
	id: 'start',
	label: 'Start from it',
	explained:
		'The picture is the beginning instead of noise alone: with little strength it stays, with much the words take over.',
	as: 'started from',
	dials: ['strength', 'seed', 'model', 'start'],
	words: true,
	again: false,
	begins: true,
	begin: ({ image, fresh }) => ({
		start: [image],
		strength: [0.3, 0.5, 0.7],
		seed: fresh(1),
		turned: [''],
		area: [''],
		fit: ['fill'],
		variation: [0],
		batch: [0]
	})
});
