export { default as FaultBar } from './FaultBar.svelte';
export { default as FilesOut } from './FilesOut.svelte';
export { default as TakePanel } from './TakePanel.svelte';
export { allFaults } from './faults.svelte';
export { largePicture } from './large.svelte';
export { default as Loupe } from './Loupe.svelte';
export { LoupeState } from './loupe.svelte';
export { Selection } from './selection.svelte';
export { keepAsStart } from './as-start';
