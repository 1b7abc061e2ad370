export { default as NarrowingView } from './NarrowingView.svelte';
