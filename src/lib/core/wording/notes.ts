import type { ModelCard } from '$lib/core/contract';
import { countWords, formOf } from './text';

/** How a model takes a prompt. */
export interface ModelNote {
	model: string;
	/** What does not suit it, as a sentence; empty when all does. */
	says: string;
	/** How many words at the end it does not read. */
	over: number;
}

/** The feature of a card whose model makes pictures of an empty prompt too. */
export const UNPROMPTED = 'unprompted';

/** What there is to say of a prompt before anything is paid for, model by model. */
export function modelNotes(
	prompt: string,
	negative: string,
	models: readonly ModelCard[]
): ModelNote[] {
	const count = countWords(prompt);
	const form = formOf(prompt);
	return models.map((card) => {
		const over = Math.max(0, count - card.promptWords);
		return { model: card.id, over, says: say(card) };

		function say({ promptWords, promptForm, features }: ModelCard): string {
			if (!prompt.trim()) {
				const allowed = features.includes(UNPROMPTED);
				if (negative.trim())
					return allowed
						? 'Only what to leave out: it shows whatever it likes, without that.'
						: 'Only what to leave out is not enough: it needs a prompt.';
				return allowed ? 'Works without a prompt: it shows whatever it likes.' : 'Needs a prompt.';
			}
			if (over)
				return `Reads ${promptWords} words: ${over === 1 ? 'the last one is' : `the last ${over} are`} not read.`;
			if (count > 3 && promptForm !== 'either' && promptForm !== form)
				return `Wants ${promptForm}; this reads as ${form}, so it listens less.`;
			return '';
		}
	});
}
