import type { NegativeSet, PhraseStack, Words } from './objects';
import { negativeOf } from './leave-out';
import { emptyStack, readStack, rereadStack, stackText } from './phrases';

/** A change to a brief's words, with the texts that follow from it. */
export interface WordsChange {
	words: Words;
	prompt?: string;
	negative?: string;
}

/** The words of a brief in which nothing was written yet. */
export const noWords: Words = {
	stack: emptyStack,
	versions: [],
	sets: [],
	leaveOut: '',
	negatives: [null]
};

/** Words with their phrases changed. */
export const withStack = (words: Words, stack: PhraseStack): WordsChange => ({
	words: { ...words, stack },
	prompt: stackText(stack)
});

/** Words with the prompt written anew: what is known of phrases that are still there stays. */
export const withText = (words: Words, text: string, newId: () => string): WordsChange =>
	withStack(words, rereadStack(words.stack, text, newId));

/** Words with other negative sets on, or another free part left out. */
export function withLeaveOut(
	words: Words,
	change: { sets?: NegativeSet[]; leaveOut?: string }
): WordsChange {
	const next = { ...words, ...change };
	return { words: next, negative: negativeOf(next) };
}

/** Words that are just these two texts, as when they are loaded from a take. */
export function plainWords(
	words: Words,
	{ prompt, negative }: { prompt?: string; negative?: string },
	newId: () => string
): WordsChange {
	return {
		words: {
			...words,
			...(prompt === undefined ? {} : { stack: readStack(prompt, newId), versions: [] }),
			...(negative === undefined ? {} : { sets: [], leaveOut: negative, negatives: [null] })
		},
		...(prompt === undefined ? {} : { prompt }),
		...(negative === undefined ? {} : { negative })
	};
}
