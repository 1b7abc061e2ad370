import { z } from 'zod';
import { Facet, MAX_PROMPT } from '$lib/core/contract';

/** A part of a prompt that can be moved, switched off, edited or varied by itself. */
export const Phrase = z.object({
	id: z.string(),
	/** As it is sent, without what parts it from its neighbours. */
	text: z.string(),
	/** What stands before it in the text: a comma, a space, a line break. */
	lead: z.string(),
	facet: Facet,
	/** Whether its facet was chosen by hand, not guessed. */
	placed: z.boolean(),
	off: z.boolean(),
	/** What may stand in its place: each is a stop of the wording dial. */
	instead: z.array(z.string())
});
export type Phrase = z.infer<typeof Phrase>;

/** A prompt as phrases. Its text is that of the phrases that are on, and `tail`. */
export const PhraseStack = z.object({
	phrases: z.array(Phrase),
	/** What stands after the last phrase: a full stop, a space just typed. */
	tail: z.string()
});
export type PhraseStack = z.infer<typeof PhraseStack>;

/** Phrases that are left out together, kept under a name. */
export const NegativeSet = z.object({
	name: z.string().min(1).max(100),
	phrases: z.array(z.string().min(1).max(500)).min(1).max(100)
});
export type NegativeSet = z.infer<typeof NegativeSet>;

/** Phrases that are added and left out together. Its name tells it from all others. */
export const Style = z.object({
	name: z.string().min(1).max(60),
	add: z.array(z.string().min(1).max(500)).max(40),
	leaveOut: z.array(z.string().min(1).max(500)).max(40)
});
export type Style = z.infer<typeof Style>;

/** How the words of a brief are made up: what its prompt and negative prompt are built from. */
export const Words = z.object({
	stack: PhraseStack,
	/** Whole prompts that stand on the wording dial beside the brief's own. */
	versions: z.array(z.string().max(MAX_PROMPT)).max(64),
	/** Negative sets that are switched on, whole: a set that is changed later does not change them. */
	sets: z.array(NegativeSet).max(64),
	/** What is left out besides. */
	leaveOut: z.string().max(MAX_PROMPT),
	/**
	 * Negative prompts on their dial: null for the one that sets and the rest make up, a text for
	 * one that stands in its place.
	 */
	negatives: z.array(z.string().max(MAX_PROMPT).nullable()).min(1).max(24)
});
export type Words = z.infer<typeof Words>;

/** How the words of a take came about: what was written, and the styles that were put to it. */
export const TakeWords = z.object({
	wording: z.string(),
	negative: z.string(),
	styles: z.array(Style)
});
export type TakeWords = z.infer<typeof TakeWords>;
