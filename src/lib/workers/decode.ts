import type { Pixels } from '$lib/core/cut';

type Size = Pick<Pixels, 'width' | 'height'>;

/** Longer side of a thumbnail in pixels, and its quality. */
const THUMBNAIL = 384;
const THUMBNAIL_QUALITY = 0.8;

/**
 * Decodes a picture as it is shown: upright, in the screen's colours, with what is clear left clear, and
 * of a moving one the first frame. Every picture of the program is decoded here.
 *
 * @param use what is done with it; afterwards it is gone
 * @param asStored leaves the colours as they lie in the file, whatever its profile says
 */
export async function decoded<T>(
	picture: Blob,
	use: (image: ImageBitmap) => T | Promise<T>,
	asStored = false
): Promise<T> {
	const image = await createImageBitmap(
		picture,
		asStored ? { colorSpaceConversion: 'none', premultiplyAlpha: 'none' } : {}
	);
	try {
		return await use(image);
	} finally {
		image.close();
	}
}

/** A size as it is, or made smaller until its longer side is within a bound. */
export function within({ width, height }: Size, longest: number): Size {
	const scale = Math.min(1, longest / Math.max(width, height));
	return {
		width: Math.max(1, Math.round(width * scale)),
		height: Math.max(1, Math.round(height * scale))
	};
}

/** A canvas of a size with a picture drawn over all of it, or a part of the picture. */
export function drawn(
	image: ImageBitmap | OffscreenCanvas,
	{ width, height }: Size = image,
	{ under, part }: { under?: string; part?: Size & { x: number; y: number } } = {}
): OffscreenCanvas {
	const canvas = new OffscreenCanvas(width, height);
	const context = canvas.getContext('2d', { willReadFrequently: true })!;
	if (under) {
		context.fillStyle = under;
		context.fillRect(0, 0, width, height);
	}
	context.imageSmoothingQuality = 'high';
	const from = part ?? { x: 0, y: 0, width: image.width, height: image.height };
	context.drawImage(image, from.x, from.y, from.width, from.height, 0, 0, width, height);
	return canvas;
}

/** The pixels of a picture at its own size, or drawn to another. */
export function pixelsOf(image: ImageBitmap, size: Size = image): Pixels {
	const { width, height } = size;
	const context = drawn(image, size).getContext('2d')!;
	return { width, height, pixels: context.getImageData(0, 0, width, height).data };
}

/** A picture's pixels, its longer side within a bound. */
export const decodedWithin = (picture: Blob, longest = Infinity): Promise<Pixels> =>
	decoded(picture, (image) => pixelsOf(image, within(image, longest)));

/** A small picture of another, as it is kept beside it. */
export const thumbnailOf = (image: ImageBitmap | OffscreenCanvas): Promise<Blob> =>
	drawn(image, within(image, THUMBNAIL)).convertToBlob({
		type: 'image/webp',
		quality: THUMBNAIL_QUALITY
	});
