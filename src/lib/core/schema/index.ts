export * from '$lib/core/contract';
export { NegativeSet, Phrase, PhraseStack, Style, TakeWords, Words } from '$lib/core/wording';
export * from './brief';
export * from './measured';
