export { default as DialsView } from './DialsView.svelte';
export { controls } from './controls';
export { default as PlanFoot } from './PlanFoot.svelte';
export { PlanDesk, type PlanHost } from './plan.svelte';
export { provideBench, turnBench, type Bench } from './turning.svelte';
