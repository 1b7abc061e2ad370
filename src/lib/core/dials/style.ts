import { z } from 'zod';
import { starterStyles, Style } from '$lib/core/wording';
import { defineDial, styleNames } from './dial';
import { writeWords } from './words';

export const style = defineDial({
	id: 'style',
	label: 'Style',
	many: 'styles',
	explained: 'Phrases that are added and left out together.',
	/** The styles that are put to the words at once; none for the words alone. */
	stop: z.array(Style).max(8),
	rest: [],
	read: ({ words }) => words?.styles ?? [],
	write: writeWords('styles'),
	said: ({ words }) => words?.styles !== undefined,
	// Whole words have no styles but those that they say.
	restIn: ({ settings, words }) => (words?.wording ?? settings.prompt) !== undefined,
	format: (stop) => styleNames(stop as Style[]) || 'no style',
	order: { plan: 80, rack: 110, sheet: 60, run: 120 },
	told: 'not',
	extra: { label: 'Style', varied: true },
	control: { kind: 'styles' },
	table: {
		// By their names: those that ship are known here.
		read: (text) => {
			const names = text.split(' + ').map((name) => name.trim());
			const found = names.flatMap((name) => starterStyles.find((one) => one.name === name) ?? []);
			return found.length === names.length
				? { stop: found }
				: { problem: `\u201c${text.slice(0, 80)}\u201d is no style that ships` };
		}
	}
});
