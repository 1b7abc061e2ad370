import { board } from './held';

export { guard, letRead } from './guard';
export { closeService } from './held';
export { metrics } from './metrics';
export { serve } from './routes';

/** Null when takes can be made, or a sentence that says why not. */
export const notReady = async (): Promise<string | null> => board().notReady();
