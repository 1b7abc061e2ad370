import { defineMeasure, digits } from './measure';

export const lightness = defineMeasure({
	id: 'lightness',
	label: 'Lightness',
	explained: 'Mean lightness, 0 black to 100 white.',
	source: 'CIE 15, L*',
	compute: ({ tone }) => tone.lightness,
	scale: { least: 0, most: 100 },
	format: digits(0)
});
