import { answer } from './answer';

/** What is imported before it is set up in one task, and put up in the next. */
await answer();

export {};
