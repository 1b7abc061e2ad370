import type { ModelCard, TakeSettings } from '$lib/core/schema';

type Priced = Pick<TakeSettings, 'width' | 'height' | 'steps'> & {
	start?: Pick<NonNullable<TakeSettings['start']>, 'strength'>;
};

const megapixelSteps = ({ width, height }: Priced, steps: number): number =>
	(width * height * steps) / 1e6;

/** Whether a take only gives its start picture back, resampled to the frame: no step is run for it. */
const isResampled = ({ start }: Priced): boolean => start?.strength === 0;

/** Steps that a take runs: from a start picture only the part that its strength asks for (Meng et al. 2022). */
const stepsRun = (priced: Priced): number =>
	isResampled(priced) ? 0 : Math.max(1, Math.round((priced.start?.strength ?? 1) * priced.steps));

/** Credits to a hundredth. */
export const cents = (credits: number): number => Math.round(credits * 100) / 100;

/** Credits that a take costs by its model's card, to a hundredth: all its steps, or nothing for resampling. */
export function takeCredits(card: ModelCard, settings: Priced): number {
	if (isResampled(settings)) return 0;
	const { creditsPerTake, creditsPerMegapixelStep } = card.price;
	return cents(creditsPerTake + creditsPerMegapixelStep * megapixelSteps(settings, settings.steps));
}

/** Seconds that a take keeps one render thread busy, by its model's card, where its words were made before. */
export function takeSeconds({ pace }: ModelCard, settings: Priced): number {
	return (
		pace.secondsPerMegapixelStep * megapixelSteps(settings, stepsRun(settings)) +
		(pace.secondsPerTake ?? 0)
	);
}

/** Seconds in which render threads prepare, once and together, what takes of new words or a new frame need. */
export const newWordsSeconds = (
	{ pace }: ModelCard,
	{ width, height }: Pick<TakeSettings, 'width' | 'height'>
): number =>
	(pace.secondsOfNewWords ?? 0) + ((pace.secondsPerNewMegapixel ?? 0) * width * height) / 1e6;
