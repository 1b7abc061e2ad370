export {
	fieldOf,
	MOST_SETTINGS,
	onSeed,
	outOf,
	roundsOf,
	settingsOn,
	firstSettings,
	type Field,
	type Ordered
} from './field';
export {
	Narrower,
	type End,
	type Leader,
	type NarrowAsked,
	type Narrowed,
	type NarrowedStop,
	type NextRound
} from './narrow';
export { proposeRack, USUAL } from './propose';
