import type { PhraseStack, Words } from './objects';
import { stackText } from './phrases';

/** More wordings than this on one dial are taken for a slip. */
export const MOST_WORDINGS = 24;

/**
 * The wordings that a brief's words put on the dial: its prompt with every phrase that has
 * alternatives turned to each of them, all combinations, and then the whole versions; each once.
 */
export function wordingStops({ stack, versions }: Pick<Words, 'stack' | 'versions'>): string[] {
	let stacks: PhraseStack[] = [stack];
	for (const { id, off, instead } of stack.phrases) {
		if (off || !instead.length || stacks.length > MOST_WORDINGS) continue;
		stacks = stacks.flatMap((one) => [one, ...instead.map((text) => turn(one, id, text))]);
	}
	return [...new Set([...stacks.map(stackText), ...versions])].slice(0, MOST_WORDINGS);
}

const turn = (stack: PhraseStack, id: string, text: string): PhraseStack => ({
	...stack,
	phrases: stack.phrases.map((phrase) => (phrase.id === id ? { ...phrase, text } : phrase))
});

/** The negative prompts that a brief's words put on their dial, each once. */
export const negativeStops = (
	{ negatives }: Pick<Words, 'negatives'>,
	negative: string
): string[] => [...new Set(negatives.map((text) => text ?? negative))];
