import type { Sheet } from '$lib/core/edits';

/** A picture's pixels, its longer side at most so many. */
export async function decoded(picture: Blob, longest = Infinity): Promise<Sheet> {
	const full = await createImageBitmap(picture);
	const scale = Math.min(1, longest / Math.max(full.width, full.height));
	const width = Math.max(1, Math.round(full.width * scale));
	const height = Math.max(1, Math.round(full.height * scale));
	const canvas = new OffscreenCanvas(width, height);
	const context = canvas.getContext('2d', { willReadFrequently: true })!;
	context.imageSmoothingQuality = 'high';
	context.drawImage(full, 0, 0, width, height);
	full.close();
	return { width, height, pixels: context.getImageData(0, 0, width, height).data };
}
