/** Takes side by side, large. */
export const table = () => import('./Table.svelte');
export { MOST_ON_TABLE, TableState } from './state.svelte';
export { default as TableWindow } from './TableWindow.svelte';
