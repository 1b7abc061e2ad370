/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { expose, transfer } from 'comlink';
import { applied, Chain, histogram, type Edits, type Sheet } from '$lib/core/edits';
import { decodedWithin, thumbnailOf } from './decode';
import type { Keyed } from './measures.worker';

/** Makes edited pictures from their originals, off the page's thread. */

/** Quality of what is kept, as a render service's own: fine enough to judge. */
const QUALITY = 0.9;

/** An edited picture at the size of a screen, and how many pixels have each value. */
export interface EditPreview {
	picture: ImageBitmap;
	counts: [Uint32Array, Uint32Array, Uint32Array];
}

/** An edited picture as it is kept. */
export interface EditedPicture {
	picture: Blob;
	thumbnail: Blob;
	width: number;
	height: number;
}

/** The picture that previews are made of, decoded once: as it is asked for again and again, by its longer side. */
let shown: { key: string; chains: Map<number, Chain> } | undefined;

const canvasOf = ({ width, height, pixels }: Sheet): OffscreenCanvas => {
	const canvas = new OffscreenCanvas(width, height);
	const data = new ImageData(new Uint8ClampedArray(pixels), width, height);
	canvas.getContext('2d')!.putImageData(data, 0, 0);
	return canvas;
};

async function preview(
	{ key, picture }: Keyed,
	longest: number,
	edits: Edits
): Promise<EditPreview> {
	if (shown?.key !== key) shown = { key, chains: new Map() };
	const { chains } = shown;
	const chain = chains.get(longest) ?? new Chain(await decodedWithin(picture, longest));
	chains.set(longest, chain);
	const sheet = chain.after(edits);
	const bitmap = canvasOf(sheet).transferToImageBitmap();
	return transfer({ picture: bitmap, counts: histogram(sheet) }, [bitmap]);
}

async function kept(sheet: Sheet): Promise<EditedPicture> {
	const canvas = canvasOf(sheet);
	const { width, height } = sheet;
	return {
		picture: await canvas.convertToBlob({ type: 'image/webp', quality: QUALITY }),
		thumbnail: await thumbnailOf(canvas),
		width,
		height
	};
}

/** A picture for each list of edits; one is written while the next is reckoned. */
async function make(picture: Blob, lists: readonly Edits[]): Promise<EditedPicture[]> {
	const chain = new Chain(await decodedWithin(picture));
	const made: EditedPicture[] = [];
	let coming: Promise<EditedPicture> | undefined;
	for (const edits of lists) {
		const next = kept(chain.after(edits));
		if (coming) made.push(await coming);
		coming = next;
	}
	if (coming) made.push(await coming);
	return made;
}

/** The same from the lossless picture, as a PNG. */
async function png(picture: Blob, edits: Edits): Promise<Blob> {
	return canvasOf(applied(await decodedWithin(picture), edits)).convertToBlob({
		type: 'image/png'
	});
}

const api = { preview, make, png };
export type EditsApi = typeof api;

expose(api);
