export { default as WordsView } from './WordsView.svelte';
