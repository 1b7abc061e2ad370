export { default as SheetView } from './SheetView.svelte';
