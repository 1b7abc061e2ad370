export { default as ModelsView } from './ModelsView.svelte';
