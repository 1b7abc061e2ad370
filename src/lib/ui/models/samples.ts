import type { ModelCard } from '$lib/core/schema';
import { unqualified } from '$lib/render';

/** The samples of a card that can be shown: those that lie where the page comes from. */
export const cardSamples = ({ id, samples = [] }: ModelCard): { src: string; shows: string }[] =>
	unqualified(id).service === ''
		? samples
				.filter(({ picture }) => /^\/(?!\/)/.test(picture))
				.map(({ picture, shows }) => ({ src: picture, shows }))
		: [];
