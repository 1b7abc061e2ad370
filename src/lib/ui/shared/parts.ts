/** Begins a brief, or changes one. */
export const briefForm = () => import('./BriefForm.svelte');
/** Asks before something is spent. */
export const doorDialog = () => import('./Door.svelte');
