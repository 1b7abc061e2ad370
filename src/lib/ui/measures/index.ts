export { default as Chart } from './Chart.svelte';
export { default as MeasuresPanel } from './MeasuresPanel.svelte';
export { Measuring } from './measuring.svelte';
