export {
	destinations,
	fitOf,
	frameLabel,
	ratioError,
	ratioLabel,
	sizeForRatio,
	type Destination,
	type Fit
} from './frame';
