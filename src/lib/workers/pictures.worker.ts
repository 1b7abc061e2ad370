/// <reference lib="webworker" />
/** Decodes, shrinks and hashes pictures, off the page's thread. */

/** Longer side of a thumbnail in pixels. */
const THUMBNAIL = 384;

export type PictureTask = { id: number; kind: 'thumbnail' | 'pixels'; picture: Blob };
export type PictureAnswer = { id: number; result: Blob | string } | { id: number; error: string };

async function thumbnail(picture: Blob): Promise<Blob> {
	const full = await createImageBitmap(picture);
	const scale = Math.min(1, THUMBNAIL / Math.max(full.width, full.height));
	const width = Math.max(1, Math.round(full.width * scale));
	const height = Math.max(1, Math.round(full.height * scale));
	const canvas = new OffscreenCanvas(width, height);
	const context = canvas.getContext('2d')!;
	context.imageSmoothingQuality = 'high';
	context.drawImage(full, 0, 0, width, height);
	full.close();
	return canvas.convertToBlob({ type: 'image/webp', quality: 0.8 });
}

/** SHA-256 of the picture's red, green and blue bytes, row by row, in hex. */
async function pixels(picture: Blob): Promise<string> {
	const full = await createImageBitmap(picture, {
		colorSpaceConversion: 'none',
		premultiplyAlpha: 'none'
	});
	const canvas = new OffscreenCanvas(full.width, full.height);
	const context = canvas.getContext('2d', { willReadFrequently: true })!;
	context.drawImage(full, 0, 0);
	const { data } = context.getImageData(0, 0, full.width, full.height);
	const bytes = new Uint8Array((data.length / 4) * 3);
	for (let i = 0, o = 0; i < data.length; i += 4, o += 3) {
		bytes[o] = data[i];
		bytes[o + 1] = data[i + 1];
		bytes[o + 2] = data[i + 2];
	}
	const digest = await crypto.subtle.digest('SHA-256', bytes);
	return [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, '0')).join('');
}

self.onmessage = async ({ data }: MessageEvent<PictureTask>) => {
	const { id, kind, picture } = data;
	try {
		const result = await (kind === 'thumbnail' ? thumbnail(picture) : pixels(picture));
		self.postMessage({ id, result } satisfies PictureAnswer);
	} catch (cause) {
		self.postMessage({ id, error: String(cause) } satisfies PictureAnswer);
	}
};
