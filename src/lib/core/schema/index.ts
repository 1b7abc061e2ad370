export * from '$lib/core/contract';
export { Design } from '$lib/core/designs';
export { Levels, PlanRack, Rack } from '$lib/core/dials';
export { NegativeSet, Phrase, PhraseStack, Style, TakeWords, Words } from '$lib/core/wording';
export * from './answer';
export * from './brief';
export { Measured } from '$lib/core/measure';
export * from './remark';
export * from './line';
