export { croppedSays } from './cropped';
export { destinations, needFor, type Destination, type Need } from './destination';
export {
	fitOf,
	frameLabel,
	ratioError,
	ratioLabel,
	sizeForRatio,
	type Fit,
	type SizeChoice
} from './frame';
export { frameRound, frameTimes } from './larger';
export { printPixels, readFrame, type ReadFrame } from './read-frame';
export { limitsOf, turnFrame, turnNear, type Edge, type FrameLimits } from './turn';
