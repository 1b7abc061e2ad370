import { defineMeasure, digits } from './measure';

export const sharpness = defineMeasure({
	id: 'sharpness',
	label: 'Sharpness',
	explained: 'How strongly neighbouring pixels differ: it falls when a picture is soft.',
	source: 'Pech-Pacheco et al. 2000',
	compute: ({ detail }) => detail.sharpness,
	scale: { least: 0 },
	format: digits(0)
});
