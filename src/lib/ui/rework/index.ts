export { default as ReworkView } from './ReworkView.svelte';
