export * from './model-card';
export * from './render';
