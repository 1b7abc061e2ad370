export { croppedSays } from './cropped';
export {
	destinationOf,
	destinations,
	destinationsOf,
	furtherUses,
	MOST_USES,
	needFor,
	needOf,
	Use,
	usualUses,
	type Destination,
	type Need
} from './destination';
export {
	fitOf,
	frameLabel,
	ratioError,
	ratioLabel,
	sameRatio,
	sizeForRatio,
	type Fit,
	type SizeChoice
} from './frame';
export { drawnOut, frameAtLeast, frameRound, frameTimes, type Round, type Side } from './larger';
export { printPixels, readFrame, readUse, type ReadFrame } from './read-frame';
export { neededFor, neededSize, TAUGHT_SIDE, type Needed } from './needed';
export { limitsOf, turnFrame, turnNear, type Edge, type FrameLimits } from './turn';
