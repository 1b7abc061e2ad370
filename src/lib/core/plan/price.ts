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

/** Seconds that a take keeps one render thread busy, by its model's card. */
export function takeSeconds(card: ModelCard, settings: Priced): number {
	return card.pace.secondsPerMegapixelStep * megapixelSteps(settings);
}
