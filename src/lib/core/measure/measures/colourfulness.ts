import { defineMeasure, digits } from './measure';

export const colourfulness = defineMeasure({
	id: 'colourfulness',
	label: 'Colourfulness',
	explained: 'How strong and various the colours are: 15 is slight, 60 rich, 100 extreme.',
	source: 'Hasler and Suesstrunk 2003',
	compute: ({ tone }) => tone.colourfulness,
	scale: { least: 0 },
	format: digits(0)
});
