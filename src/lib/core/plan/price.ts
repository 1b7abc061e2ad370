import type { ModelCard, TakeSettings } from '$lib/core/schema';

type Priced = Pick<TakeSettings, 'width' | 'height' | 'steps'>;

const megapixelSteps = ({ width, height, steps }: Priced): number => (width * height * steps) / 1e6;

/** Credits to a hundredth. */
export const cents = (credits: number): number => Math.round(credits * 100) / 100;

/** Credits that a take costs by its model's card, to a hundredth. */
export function takeCredits(card: ModelCard, settings: Priced): number {
	const { creditsPerTake, creditsPerMegapixelStep } = card.price;
	return cents(creditsPerTake + creditsPerMegapixelStep * megapixelSteps(settings));
}

/** Seconds that a take keeps one render thread busy, by its model's card, where its words were made before. */
export function takeSeconds({ pace }: ModelCard, settings: Priced): number {
	return pace.secondsPerMegapixelStep * megapixelSteps(settings) + (pace.secondsPerTake ?? 0);
}

/** Seconds in which render threads prepare, once and together, what takes of new words or a new frame need. */
export const newWordsSeconds = (
	{ pace }: ModelCard,
	{ width, height }: Pick<TakeSettings, 'width' | 'height'>
): number =>
	(pace.secondsOfNewWords ?? 0) + ((pace.secondsPerNewMegapixel ?? 0) * width * height) / 1e6;
