import type { Size } from '$lib/core/contract';
import { ratioError, ratioLabel, sameRatio } from './frame';

/**
 * What is cut off a picture that is set into frames of another ratio, in a sentence; null where all of
 * it fits.
 */
export function croppedSays(picture: Size, frames: readonly Size[]): string | null {
	const other = frames.filter((frame) => !sameRatio(picture, frame.width / frame.height));
	if (!other.length) return null;
	const wider = picture.width / picture.height > other[0].width / other[0].height;
	const share = Math.exp(
		-Math.max(...other.map((one) => ratioError(picture, one.width / one.height)))
	);
	return `The picture is ${ratioLabel(picture)}, the frame ${[...new Set(other.map(ratioLabel))].join(', ')}: ${Math.round(100 * (1 - share))}% of it is cut off ${wider ? 'left and right' : 'above and below'}.`;
}
