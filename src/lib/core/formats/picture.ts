import type { Made } from '$lib/core/dials';
import { FileProblem } from './errors';
import { findXmp, readChunks, withXmp, writeChunks } from './png';
import { isJpeg, readJpegXmp, writeJpegXmp } from './jpeg';
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

/** The same for a JPEG picture. */
export const stampJpeg = (jpeg: Uint8Array, facts: PictureFacts): Uint8Array<ArrayBuffer> =>
	writeJpegXmp(jpeg, writeXmp(facts));

/** What a PNG, a WebP or a JPEG was made with, as it says inside. Throws a FileProblem with a sentence when there are none. */
export function madeInside(bytes: Uint8Array): Made {
	const packet = isWebp(bytes)
		? readWebpXmp(bytes)
		: isJpeg(bytes)
			? readJpegXmp(bytes)
			: findXmp(readChunks(bytes));
	if (packet === null) {
		throw new FileProblem('This picture carries no settings. Choose one that was exported here.');
	}
	return readXmp(packet);
}
