export { firstRound } from './choose';
export {
	fieldOf,
	MOST_SETTINGS,
	onSeed,
	outOf,
	roundsOf,
	groundOf,
	type Field,
	type Ordered
} from './field';
export {
	Narrower,
	type NarrowAsked,
	type Narrowed,
	type NarrowedStop,
	type NextRound
} from './narrow';
export { dialsRack, proposeRack, USUAL } from './propose';
export { droppedSince, narrowedSays } from './says';
