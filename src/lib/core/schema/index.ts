export * from './brief';
export * from './measured';
export * from './model-card';
export * from './render';
export * from './words';
