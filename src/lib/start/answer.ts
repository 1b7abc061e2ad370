/** Ends a task of the page: what was asked of it meanwhile is answered before the next is begun. */
export const answer = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));
