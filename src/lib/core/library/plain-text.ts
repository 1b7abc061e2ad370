import { dials, idleDials, toldStop } from '$lib/core/dials';
import type { ModelCard, Take } from '$lib/core/schema';

/** What a take was made with besides its words: every dial that has something to say, in words. */
export function settingsSaid(
	take: Take,
	cards: readonly ModelCard[]
): [label: string, said: string][] {
	const idle = idleDials(take);
	return dials
		.filter(({ id, told, ofWords }) => !idle.includes(id) && told !== 'not' && !ofWords)
		.map((dial) => [dial.label, toldStop(dial, take, cards)]);
}

/** The same as text that anyone can read, with its words: a line each, the prompt first. */
export function plainText(take: Take, cards: readonly ModelCard[]): string {
	const { prompt, negative } = take.settings;
	const lines = settingsSaid(take, cards).map(([label, said]) => `${label}: ${said}`);
	return [prompt, ...(negative ? [`Left out: ${negative}`] : []), '', ...lines].join('\n');
}
