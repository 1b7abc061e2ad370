import { defineMeasure, percent } from './measure';

export const clipped = defineMeasure({
	id: 'clipped',
	label: 'Clipped',
	explained: 'Share of the picture that is pure black or pure white: nothing can be seen there.',
	source: 'common practice',
	compute: ({ burnt }) => burnt.clipped,
	scale: { least: 0, most: 1 },
	better: 'less',
	warnsFrom: 0.02,
	format: percent
});
