export { default as Queue } from './Queue.svelte';
