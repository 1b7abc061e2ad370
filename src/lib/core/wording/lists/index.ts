import type { ListedFacet } from '../facets';
import { action } from './action';
import { detail } from './detail';
import { framing } from './framing';
import { lens } from './lens';
import { light } from './light';
import { medium } from './medium';
import { mood } from './mood';
import { place } from './place';
import { subject } from './subject';
import { trait } from './trait';

/** Phrases to add, by facet. Our own selection. */
export const phraseLists: Readonly<Record<ListedFacet, readonly string[]>> = {
	subject,
	trait,
	action,
	place,
	light,
	mood,
	framing,
	lens,
	medium,
	detail
};
