export {
	type AddedService,
	type KeptPrompt,
	type KeptSearch,
	type StoredJob,
	type StartPicture,
	type StoredMeasures,
	type StoredPair,
	type StoredPicture
} from './db';
export { watch, watchTakes } from './live';
export * from './answers';
export * from './briefs';
export { isOfStore, openStore, problemSays } from './health';
export * from './jobs';
export {
	dropSearch,
	keepSearch,
	searches,
	startingPoints,
	starTakes,
	watchLibrary,
	type StartingPoint
} from './library';
export * from './ledger';
export * from './takes';
export * from './taught';
export * from './picks';
export * from './measures';
export * from './purse';
export * from './remarks';
export * from './judgements';
export * from './findings';
export * from './queue';
export { askToKeep, room, StorageFull, type Room } from './room';
export * from './services';
export * from './starts';
export * from './words';
export * from './whole-brief';
