import type { TakeSettings } from '$lib/core/schema';
import { FileProblem } from './errors';
import { findXmp, readChunks, withXmp, writeChunks } from './png';
import { readXmp, writeXmp, type PictureFacts } from './xmp';

/** A PNG with everything that made it written inside. The pixels stay as they are. */
export function stampPicture(png: Uint8Array, facts: PictureFacts): Uint8Array<ArrayBuffer> {
	return writeChunks(withXmp(readChunks(png), writeXmp(facts)));
}

/** The settings inside a PNG. Throws a FileProblem with a sentence when there are none. */
export function settingsOf(png: Uint8Array): TakeSettings {
	const packet = findXmp(readChunks(png));
	if (packet === null) {
		throw new FileProblem('This picture carries no settings. Choose one that was exported here.');
	}
	return readXmp(packet);
}
