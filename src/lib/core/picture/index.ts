/** Everything that is read from or written into a picture file, without decoding its pixels. */
export { endingOf, isPictureName, kindOf } from './kinds';
export {
	mustBeWhole,
	pictureBounds,
	pictureEnd,
	pictureHead,
	readyToPrint,
	withXmp,
	xmpIn,
	type PictureHead
} from './picture-file';
export { pngOf } from './png';
