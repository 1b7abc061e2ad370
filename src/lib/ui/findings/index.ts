export { default as FindingsView } from './FindingsView.svelte';
