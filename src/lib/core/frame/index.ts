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
	type Destination
} from './destination';
export { fitOf, frameLabel, ratioError, ratioLabel, sameRatio, sizeForRatio } from './frame';
export { drawnOut, frameAtLeast, frameRound, frameTimes, type Round, type Side } from './larger';
export { printPixels, readFrame, readUse } from './read-frame';
export { neededFor, neededSize, TAUGHT_SIDE, type Needed } from './needed';
export { limitsOf, turnFrame, turnNear, type Edge } from './turn';
