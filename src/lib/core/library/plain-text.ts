import { dials, idleDials, toldStop } from '$lib/core/dials';
import type { ModelCard, Take } from '$lib/core/schema';

/** The settings of a take as text that anyone can read: a line each, the prompt first. */
export function plainText(take: Take, cards: readonly ModelCard[]): string {
	const idle = idleDials(take);
	const { prompt, negative } = take.settings;
	const lines = dials
		.filter(({ id, told, ofWords }) => !idle.includes(id) && told !== 'not' && !ofWords)
		.map((dial) => `${dial.label}: ${toldStop(dial, take, cards)}`);
	return [prompt, ...(negative ? [`Left out: ${negative}`] : []), '', ...lines].join('\n');
}
