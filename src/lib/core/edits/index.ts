/** Changes made to pictures on this machine, kept as a list: the picture itself stays as it is. */
export type { Sheet } from './edit';
export { histogram } from './histogram';
export { Crop, cropBox, cropTo } from './kinds/crop';
export { noTones, Tones } from './kinds/tones';
export {
	applied,
	editIn,
	edits,
	Edits,
	editsSay,
	sizeAfter,
	withEdit,
	type Edited,
	type EditId
} from './register';
