export { burnt } from './burnt';
export { ciede2000 } from './ciede2000';
export { filledOf, solidOf } from './clear';
export { hexOf, lab, labOfHex, oklab, srgbOf, type LabColour } from './colour';
export { readColour, type ColourRead } from './read-colour';
export {
	apart,
	difference,
	scaleColour,
	type Apart,
	type DifferenceKind,
	type Small
} from './difference';
export { detail } from './detail';
export { heatOf } from './heat';
export { hashDistance, perceptualHash } from './likeness';
export { luma, shrink, type Grey } from './luma';
export { isMeasureId, measureOf, measures, type Measure, type MeasureId } from './measures';
export { Measured, measurePicture, missingMeasures, valueOf, writtenValue } from './measured';
export { palette, type Swatch } from './palette';
export { ssim, ssimFactor, ssimMap } from './ssim';
export { tone, tonePhrases, type Tone } from './tone';
