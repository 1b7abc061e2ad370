import { turnedBy } from '$lib/core/dials';
import { defineWay } from '../way';

export const vary = defineWay({
	id: 'vary',
	label: 'Vary',
	explained:
		'The same settings with the noise turned towards other seeds: a little keeps the composition, much keeps the scene.',
	as: 'varied',
	dials: ['variation', 'towards'],
	words: false,
	again: true,
	begins: false,
	// A varied picture is varied from its own noise, not from that of its seed.
	begin: ({ settings, fresh }) => ({
		turned: [turnedBy(settings)],
		variation: [0.15, 0.3, 0.5],
		towards: fresh(2)
	})
});
