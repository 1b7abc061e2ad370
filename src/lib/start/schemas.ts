import { Brief } from '$lib/core/schema';

/**
 * The schemas are most of what there is to set up: the page answers before the rest of it is.
 */
void Brief;
await new Promise((resolve) => setTimeout(resolve));

export {};
