import { defineMeasure, digits } from './measure';

export const noise = defineMeasure({
	id: 'noise',
	label: 'Noise',
	explained: 'Grain that no edge explains, in steps of 255: texture counts a little too.',
	source: 'Immerkaer 1996',
	compute: ({ detail }) => detail.noise,
	scale: { least: 0 },
	format: digits(1)
});
