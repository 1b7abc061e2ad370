export { default as PairsView } from './PairsView.svelte';
