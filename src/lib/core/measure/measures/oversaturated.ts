import { defineMeasure, percent } from './measure';

export const oversaturated = defineMeasure({
	id: 'oversaturated',
	label: 'Over-saturated',
	explained: 'Share with colours as strong as a screen can show: a sign of guidance too high.',
	source: 'common practice',
	compute: ({ burnt }) => burnt.oversaturated,
	scale: { least: 0, most: 1 },
	better: 'less',
	warnsFrom: 0.02,
	format: percent
});
