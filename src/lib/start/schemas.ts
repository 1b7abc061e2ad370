import { Brief } from '$lib/core/schema';
import { answer } from './answer';

/** The schemas are most of what there is to set up. */
void Brief;
await answer();

export {};
