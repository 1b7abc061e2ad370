export { exportBrief, otherStarts, restoreBrief, restoreStarts } from './archives';
export { default as BriefsView } from './BriefsView.svelte';
export { default as OpenDemo } from './OpenDemo.svelte';
