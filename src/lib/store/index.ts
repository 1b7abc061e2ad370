export { type KeptPrompt, type StoredPicture } from './db';
export { watch } from './live';
export * from './briefs';
export * from './takes';
export * from './picks';
export * from './purse';
export { askToKeep, room, StorageFull, type Room } from './room';
export * from './words';
export * from './whole-brief';
