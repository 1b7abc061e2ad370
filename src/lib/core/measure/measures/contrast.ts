import { defineMeasure, digits } from './measure';

export const contrast = defineMeasure({
	id: 'contrast',
	label: 'Contrast',
	explained: 'How far lightness spreads round its mean: 0 is flat, 0.5 black and white.',
	source: 'Peli 1990',
	compute: ({ tone }) => tone.contrast,
	scale: { least: 0, most: 0.5 },
	format: digits(2)
});
