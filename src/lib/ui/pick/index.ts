export { default as PickView } from './PickView.svelte';
