import { z } from 'zod';
import { MAX_PROMPT } from '$lib/core/contract';
import { UNPROMPTED, wordingStops } from '$lib/core/wording';
import { defineDial, stopKey } from './dial';
import { writeWords } from './words';

/** A cell of a table with a text that is sent. */
export const readText = (text: string) =>
	text.length > MAX_PROMPT
		? { problem: `it has ${text.length} characters, ${MAX_PROMPT} at most` }
		: { stop: text };

export const wording = defineDial({
	id: 'wording',
	label: 'Wording',
	many: 'wordings',
	explained: 'The prompt, before styles are put to it.',
	stop: z.string().max(MAX_PROMPT),
	ofWords: ({ words }) => wordingStops(words),
	read: ({ settings, words }) => words?.wording ?? settings.prompt,
	write: writeWords('wording'),
	format: (stop) => stopKey(stop) || 'no words',
	order: { plan: 70, rack: 100, sheet: 50, run: 130 },
	text: true,
	namedByWords: true,
	told: 'not',
	extra: { label: 'Wording', varied: true },
	problemsOf: (card, { stops }) =>
		stops.some((text) => !text.trim()) && !card.features.includes(UNPROMPTED)
			? [
					{
						says: `There is no prompt, and ${card.name} needs one: write one under Words.`,
						mend: { says: 'Write one' }
					}
				]
			: [],
	control: { kind: 'wordings' },
	table: { names: ['prompt', 'words'], read: readText }
});
