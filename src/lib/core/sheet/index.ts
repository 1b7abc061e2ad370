export { holdBeside, holdStops } from './hold';
export {
	contentOf,
	firstOf,
	gridOf,
	nearest,
	placesOf,
	standing,
	stepFrom,
	widestOf,
	type Cells,
	type Place
} from './walk';
export {
	lookOf,
	placeWithin,
	scaleTo,
	transformOf,
	closer,
	WHOLE,
	type Look,
	type Sides
} from './look';
export {
	axesOf,
	axisOf,
	dialOn,
	isAxisId,
	isFigures,
	type Axis,
	type AxisId,
	type Known
} from './axes';
export {
	approach,
	CELL_GAP,
	isBare,
	layMat,
	layPaper,
	sameSight,
	stepsAt,
	stepsOf,
	tracksOf,
	zoomOf,
	type MatContent,
	type MatLayout,
	type Sight
} from './mat';
export { inSight, placeAnew, type Tracks } from './tracks';
export { contactPage, type Box, type ContactPage } from './contact';
export { meanOf, sortSheet } from './sort';
export { heldSays, labelsOf } from './labels';
export {
	closeGaps,
	columnGroups,
	commonStop,
	heldAmong,
	keyOn,
	layOut,
	learnKeys,
	missingFrom,
	stopsAmong,
	suggestAxes,
	variedAmong,
	type Axes,
	type AxisStop,
	type Cell,
	type Sheet
} from './sheet';
export {
	hang,
	linesBetween,
	linesOfItems,
	stepOnWall,
	wallHeight,
	wallLayout,
	type WallGroup,
	type WallItem,
	type WallLine
} from './wall';
export { hanging, type HungTake } from './hanging';
