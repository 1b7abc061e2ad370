export { default as DialsView } from './DialsView.svelte';
export { loadSettings, loadWords } from './load';
