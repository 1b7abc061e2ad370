import type { Description } from '$lib/core/contract';
import type { MakeSurface } from '../pen';
import { framings } from '../repertoire/framings';
import { lights } from '../repertoire/lights';
import { media } from '../repertoire/media';
import { moods } from '../repertoire/moods';
import { places } from '../repertoire/places';
import { subjects } from '../repertoire/subjects';
import { searched, sightings, type Sighting } from '../sighting';
import { FEATURES, featuresOf, lookedAt } from './features';
import { unpackFacet, type LearnedFacet, type StoredLearning } from './learned';
import learned from './learned.json';

export type { LearnedFacet, StoredFacet } from './learned';

const stored: StoredLearning = learned;
let facets: LearnedFacet[] | undefined;

/** At most so many phrases of a facet are given, and none less likely than this. */
const MOST = 4;
const LEAST = 0.1;

/** What tells subjects apart in a picture, before both kinds of evidence are weighed together. */
export interface SubjectEvidence {
	ids: string[];
	/** Log-likelihood of each by looks, before any temperature. */
	looks: number[];
	/** Where the contours of each agree best, and how well. */
	seen: Sighting[];
}

/** The features of a picture, standardised as those that were learned from. */
export const looksOf = (pixels: Uint8Array, width: number, height: number) => {
	const small = lookedAt(pixels, width, height);
	return featuresOf(small.pixels, small.width, small.height).map(
		(v, i) => (v - stored.means[i]) / stored.deviations[i]
	);
};

const allFacets = (): LearnedFacet[] => (facets ??= stored.facets.map(unpackFacet));

const facetOf = (facet: string): LearnedFacet => allFacets().find((one) => one.facet === facet)!;

/**
 * Gathers what tells subjects apart in a picture.
 * @param features of the same picture, where they are known already
 */
export function evidenceOfSubject(
	pixels: Uint8Array,
	width: number,
	height: number,
	makeSurface: MakeSurface,
	features = looksOf(pixels, width, height)
): SubjectEvidence {
	const subject = facetOf('subject');
	const likelihoods = posterior({ ...subject, temperature: 1 }, features);
	const small = searched(pixels, width, height);
	const all = sightings(small.pixels, small.width, small.height, makeSurface);
	return {
		ids: subject.ids,
		looks: likelihoods.map((v) => Math.log(Math.max(v, 1e-12))),
		seen: subject.ids.map((id) => all.find((one) => one.subject.id === id)!)
	};
}

/** A subject that a picture may show: how likely, and where it would be. */
export interface Seen extends Sighting {
	likelihood: number;
	/** How far its contours agree beyond what is usual where it is not, in deviations. */
	firm: number;
}

/**
 * The subjects that a picture may show, the likeliest first: by looks and by contours, both weighed
 * as they tell takes of known subjects apart (multinomial logistic regression on two scores).
 */
export function subjectsIn({ ids, looks, seen }: SubjectEvidence): Seen[] {
	const { means, deviations, byLooks, byContours } = stored.contours;
	const firm = ids.map((_, k) => (seen[k].score - means[k]) / deviations[k]);
	const scores = ids.map((_, k) => byLooks * looks[k] + byContours * firm[k]);
	const top = Math.max(...scores);
	const odds = scores.map((score) => Math.exp(score - top));
	const total = odds.reduce((sum, v) => sum + v, 0);
	return seen
		.map((one, k) => ({ ...one, likelihood: odds[k] / total, firm: firm[k] }))
		.sort((a, b) => b.likelihood - a.likelihood);
}

/** The member of a facet that is likelier than all others together; null where none is. */
export function likeliest(facet: string, features: ArrayLike<number>): string | null {
	const one = facetOf(facet);
	const best = posterior(one, features).findIndex((chance) => chance > 0.5);
	return best < 0 ? null : one.ids[best];
}

/** Members of a facet, the likeliest first. */
export function byLikelihood(facet: string, features: ArrayLike<number>): string[] {
	const one = facetOf(facet);
	const chances = posterior(one, features);
	return [...one.ids.keys()].sort((a, b) => chances[b] - chances[a]).map((i) => one.ids[i]);
}

/**
 * Says what a picture shows: for each facet of the repertoire the likelihood of every member under
 * Gaussian classes with one covariance, fitted to pictures painted from the repertoire (Fisher 1936;
 * linear discriminant analysis), and tempered so that it is as sure as it is right (Guo et al. 2017).
 * Of pictures that the shipped models did not make it says what they would most likely have been.
 *
 * @param pixels red, green, blue bytes, row by row
 */
export function describePicture(
	pixels: Uint8Array,
	width: number,
	height: number,
	makeSurface: MakeSurface
): Description {
	const features = looksOf(pixels, width, height);
	const subject = new Map(
		subjectsIn(evidenceOfSubject(pixels, width, height, makeSurface, features)).map((one) => [
			one.subject.id,
			one.likelihood
		])
	);
	return {
		phrases: allFacets().flatMap((one) => {
			const likelihoods =
				one.facet === 'subject' ? one.ids.map((id) => subject.get(id)!) : posterior(one, features);
			return one.ids
				.map((id, k) => ({
					facet: one.facet,
					phrase: phraseOf(one.facet, id),
					likelihood: likelihoods[k]
				}))
				.sort((a, b) => b.likelihood - a.likelihood)
				.filter(({ likelihood, phrase }, rank) => phrase && rank < MOST && likelihood >= LEAST);
		})
	};
}

/** Probabilities of a facet's members, which add up to 1. */
export function posterior(
	{ ids, offsets, weights, temperature }: LearnedFacet,
	features: ArrayLike<number>
): number[] {
	const scores = ids.map((_, k) => {
		let score = offsets[k];
		for (let i = 0; i < FEATURES; i++) score += weights[k * FEATURES + i] * features[i];
		return score / temperature;
	});
	const top = Math.max(...scores);
	const odds = scores.map((score) => Math.exp(score - top));
	const total = odds.reduce((sum, v) => sum + v, 0);
	return odds.map((v) => v / total);
}

const inLight: Record<string, string> = {
	dawn: 'at dawn',
	'clear day': 'on a clear day',
	dusk: 'at dusk',
	night: 'at night',
	storm: 'in a storm',
	overcast: 'under an overcast sky',
	rainbow: 'with a rainbow',
	'golden hour': 'in the golden hour',
	'blue hour': 'in the blue hour',
	'northern lights': 'under the northern lights'
};

/** A member of the repertoire as a phrase of a prompt; '' for one that says nothing. */
function phraseOf(facet: string, id: string): string {
	switch (facet) {
		case 'subject': {
			const label = subjects.find((one) => one.id === id)?.label ?? id;
			return `${/^[aeio]/.test(label) ? 'an' : 'a'} ${label}`;
		}
		case 'place':
			return placePhrase(places.find((one) => one.id === id)?.label ?? id);
		case 'light': {
			const label = lights.find((one) => one.id === id)?.label ?? id;
			return inLight[label] ?? `in ${label}`;
		}
		case 'framing':
			return id === 'middle' ? '' : (framings.find((one) => one.id === id)?.label ?? id);
		case 'medium':
			return media.find((one) => one.id === id)?.label ?? id;
		case 'mood':
			return moods.some((one) => one.id === id) ? id : '';
		default:
			return id;
	}
}

const plural = /(?:dunes|mountains|rooftops)$/;
const wide: Record<string, string> = {
	'open sea': 'on the open sea',
	'shingle beach': 'on a shingle beach',
	cliff: 'on a cliff',
	dunes: 'among dunes',
	harbour: 'in the harbour',
	island: 'on a tropical island',
	pier: 'on a pier',
	river: 'by a river',
	lake: 'on a lake',
	rooftops: 'above the rooftops',
	'railway station': 'at a railway station'
};
const placePhrase = (label: string): string =>
	wide[label] ??
	(plural.test(label) ? `in the ${label}` : `in ${/^[aeio]/.test(label) ? 'an' : 'a'} ${label}`);
