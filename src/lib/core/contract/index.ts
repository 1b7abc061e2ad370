/** What the program and a render service say to each other. */
export * from './helpers';
export { ModelCard, Size } from './model-card';
export * from './render';
