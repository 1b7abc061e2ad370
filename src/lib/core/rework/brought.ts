import type { TakeSettings } from '$lib/core/contract';
import type { Line, LineStep } from '$lib/core/schema';
import { lend } from './ways/lend';
import { start } from './ways/start';

/**
 * The line of something made with settings: what it is known to come from, then the takes whose pictures
 * it brings along, each once, and as what.
 *
 * @param takeOf the take that a kept picture is of, where it is one
 */
export function lineWith(
	settings: Pick<TakeSettings, 'start' | 'references'>,
	takeOf: (image: string) => Pick<LineStep, 'take' | 'number'> | undefined,
	line: Line = []
): Line {
	const brought = [
		...(settings.start ? [{ image: settings.start.image, as: start.id }] : []),
		...(settings.references ?? []).map(({ image }) => ({ image, as: lend.id }))
	];
	const out = [...line];
	for (const { image, as } of brought) {
		const take = takeOf(image);
		if (take && !out.some((step) => step.take === take.take)) out.push({ ...take, as });
	}
	return out;
}
