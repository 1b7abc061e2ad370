import { defineWay } from '../way';

export const vary = defineWay({
	id: 'vary',
	label: 'Vary',
	explained:
		'The same settings with the noise turned towards other seeds: a little keeps the composition, much keeps the scene.',
	as: 'varied',
	dials: ['variation', 'towards'],
	words: false,
	begins: false,
	begin: ({ fresh }) => ({ variation: [0.15, 0.3, 0.5], towards: fresh(2) })
});
