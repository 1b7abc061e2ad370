export { default as MeasuresPanel } from './MeasuresPanel.svelte';
export { Measuring } from './measuring.svelte';
export { measureTake } from './measure-take';
