import { facets, type Facet } from '$lib/core/contract';

export { facets, type Facet };

/** Facets that have a list of phrases: all but the one for what fits none. */
export type ListedFacet = Exclude<Facet, 'other'>;

export const facetLabels: Record<Facet, string> = {
	subject: 'Subject',
	trait: 'Traits',
	action: 'Action',
	place: 'Place',
	light: 'Light',
	mood: 'Mood',
	framing: 'Framing',
	lens: 'Lens',
	medium: 'Medium',
	detail: 'Detail',
	other: 'Other'
};
