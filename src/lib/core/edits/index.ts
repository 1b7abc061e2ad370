/** Changes made to pictures on this machine, kept as a list: the picture itself stays as it is. */
export { Chain } from './chain';
export type { Sheet } from './edit';
export { editsFor } from './for-use';
export { histogram } from './histogram';
export { Crop, cropBox, croppedFor, cropTo, type CropUse } from './kinds/crop';
export { CUT_SIDE, CutStroke, type CutMask } from './kinds/cutout';
export { noTones, Tones } from './kinds/tones';
export {
	applied,
	editIn,
	Edits,
	editsSay,
	sizeAfter,
	withEdit,
	type EditId,
	type EditValue
} from './register';
