import type { TakeSettings } from '$lib/core/schema';
import { FileProblem } from './errors';
import { findXmp, readChunks, withXmp, writeChunks } from './png';
import { isWebp, readWebpXmp, writeWebpXmp } from './webp';
import { readXmp, writeXmp, type PictureFacts } from './xmp';

/** A PNG with everything that made it written inside. The pixels stay as they are. */
export function stampPicture(png: Uint8Array, facts: PictureFacts): Uint8Array<ArrayBuffer> {
	return writeChunks(withXmp(readChunks(png), writeXmp(facts)));
}

/** The same for a WebP picture of a size in pixels. */
export const stampWebp = (
	webp: Uint8Array,
	facts: PictureFacts,
	size: { width: number; height: number }
): Uint8Array<ArrayBuffer> => writeWebpXmp(webp, writeXmp(facts), size);

/** The settings inside a PNG or a WebP. Throws a FileProblem with a sentence when there are none. */
export function settingsOf(bytes: Uint8Array): TakeSettings {
	const packet = isWebp(bytes) ? readWebpXmp(bytes) : findXmp(readChunks(bytes));
	if (packet === null) {
		throw new FileProblem('This picture carries no settings. Choose one that was exported here.');
	}
	return readXmp(packet);
}
