export { default as PairsView } from './PairsView.svelte';
export { default as AnswerBar } from './AnswerBar.svelte';
export { default as Stage } from './Stage.svelte';
export { letGo } from './decoded';
export { choicesOf, keyPressed, pairsKeys, type PairsKey } from './keys';
export { PairsState } from './state.svelte';
