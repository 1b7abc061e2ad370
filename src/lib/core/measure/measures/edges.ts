import { defineMeasure, percent } from './measure';

export const edges = defineMeasure({
	id: 'edges',
	label: 'Edges',
	explained: 'Share of the picture that is a clear edge: more is busier.',
	source: 'Sobel gradient, threshold of our own',
	compute: ({ detail }) => detail.edges,
	scale: { least: 0, most: 1 },
	format: percent
});
