export { ALONE, batchPlaces } from './batch';
export { NO_START } from './start';
export { formatSeed } from './seed';
export { partsOf, together } from './together';
export { turnedBy } from './turned';
export { extendedAt } from './fit';
export {
	isOwnStop,
	levelName,
	sentStop,
	stopKey,
	toldStop,
	writtenStop,
	type Control,
	type Dial,
	type DialProblem,
	type Draft,
	type Made,
	type Stop
} from './dial';
export {
	axisDials,
	chanceDials,
	dialOf,
	dials,
	isDialId,
	isOwnDial,
	movingDials,
	ownDials,
	preparedDials,
	pricedDials,
	rackDials,
	rackPlaces,
	runOrder,
	type DialId,
	type OwnDialId
} from './register';
export {
	completeRack,
	countRepeats,
	isAtRest,
	Levels,
	orderedRack,
	picturesOn,
	ownsStops,
	ownStops,
	PlanRack,
	planRack,
	Rack,
	restRack,
	withoutRest,
	withStops
} from './rack';
export { idleDials, pickedDials, settingsOnto } from './loading';
