import { z } from 'zod';
import { MAX_PROMPT } from '$lib/core/contract';
import { negativeStops } from '$lib/core/wording';
import { defineDial, stopKey } from './dial';
import { readText } from './wording';
import { writeWords } from './words';

export const negative = defineDial({
	id: 'negative',
	label: 'Left out',
	many: 'negative prompts',
	explained: 'The negative prompt, before styles are put to it.',
	stop: z.string().max(MAX_PROMPT),
	ofWords: ({ words, negative: written }) => negativeStops(words, written),
	read: ({ settings, words }) => words?.negative ?? settings.negative,
	write: writeWords('negative'),
	format: (stop) => stopKey(stop) || 'nothing',
	order: { plan: 90, rack: 120, sheet: 70, run: 110 },
	text: true,
	told: 'not',
	extra: { label: 'Left out', varied: true },
	control: { kind: 'negatives' },
	table: { names: ['negative prompt'], read: readText }
});
