export { default as LibraryView } from './LibraryView.svelte';
