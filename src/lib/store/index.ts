export { type StoredPicture } from './db';
export { watch } from './live';
export * from './briefs';
export * from './takes';
export * from './picks';
export * from './whole-brief';
