export { default as DialsView } from './DialsView.svelte';
export { loadSettings } from './load';
