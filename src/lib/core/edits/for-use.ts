import { croppedFor, cropWithin, type CropUse } from './kinds/crop';
import { editIn, sizeAfter, withEdit, type Edits } from './register';

/** The changes of a picture as it goes out for a use: cut once more, in its middle. */
export function editsFor(
	size: { width: number; height: number },
	all: Edits = [],
	use: CropUse
): Edits {
	const { crop: next } = croppedFor(sizeAfter(size, all), use);
	const before = editIn(all, 'crop');
	return withEdit(all, 'crop', before ? cropWithin(before, next) : next);
}
