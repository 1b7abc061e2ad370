import sharp from 'sharp';
import type { TakeSettings } from '$lib/core/contract';
import type { Bitmap, Materials } from '$lib/service/standins';
import type { SharedPicture } from './memory';

/** The pictures that a take brings along, as they were sent. */
export interface TakePictures {
	start?: SharedPicture;
	mask?: SharedPicture;
	/** In the order of the take's references. */
	references?: SharedPicture[];
	taught?: { pictures: SharedPicture[]; weight: number }[];
}

/** Every picture that a take brings along. */
export const picturesOf = ({ start, mask, references = [], taught = [] }: TakePictures) =>
	[start, mask, ...references, ...taught.flatMap(({ pictures }) => pictures)].filter(
		(picture) => picture !== undefined
	);

const source = ({ width, height, pixels }: SharedPicture) =>
	sharp(Buffer.from(pixels), { raw: { width, height, channels: 3 } });

/** Scales the pictures of a take to its frame. */
export async function prepare(
	settings: TakeSettings,
	{ start, mask, references = [], taught = [] }: TakePictures
): Promise<Materials> {
	const { width, height } = settings;
	const cover = async (picture: SharedPicture): Promise<Bitmap> => ({
		width,
		height,
		pixels:
			picture.width === width && picture.height === height
				? new Uint8Array(picture.pixels).slice()
				: new Uint8Array(
						await source(picture).resize(width, height, { fit: 'cover' }).raw().toBuffer()
					)
	});
	const out: Materials = {};
	if (start) {
		out.fit = settings.start?.fit ?? 'fill';
		if (out.fit === 'extend')
			Object.assign(out, await extended(start, width, height, settings.start?.at));
		else out.start = await cover(start);
	}
	if (mask) {
		const { data } = await source(mask)
			.resize(width, height, { fit: 'fill', kernel: 'linear' })
			.extractChannel(0)
			.raw()
			.toBuffer({ resolveWithObject: true });
		const asked = new Uint8Array(data);
		out.mask = out.mask ? out.mask.map((v, p) => Math.max(v, asked[p])) : asked;
	}
	out.references = await Promise.all(
		references.map(async (picture, i) => {
			const { use, weight } = settings.references![i];
			return { bitmap: await cover(picture), use, weight };
		})
	);
	out.taught = await Promise.all(
		taught.map(async ({ pictures, weight }) => ({
			pictures: await Promise.all(pictures.map(cover)),
			weight
		}))
	);
	return out;
}

/**
 * A picture in a larger frame, and a mask of what lies round it.
 * @param at which share of what is added lies at the left and at the top
 */
async function extended(
	picture: SharedPicture,
	width: number,
	height: number,
	at: { x: number; y: number } = { x: 0.5, y: 0.5 }
): Promise<{ start: Bitmap; mask: Uint8Array }> {
	const w = Math.min(picture.width, width);
	const h = Math.min(picture.height, height);
	const left = Math.floor((width - w) * at.x);
	const top = Math.floor((height - h) * at.y);
	// What is larger than the frame is cut; what is smaller gets its own edges to start from.
	const cut = await source(picture)
		.extract({
			left: Math.floor((picture.width - w) / 2),
			top: Math.floor((picture.height - h) / 2),
			width: w,
			height: h
		})
		.raw()
		.toBuffer();
	const pixels = await sharp(cut, { raw: { width: w, height: h, channels: 3 } })
		.extend({
			left,
			top,
			right: width - w - left,
			bottom: height - h - top,
			extendWith: 'copy'
		})
		.raw()
		.toBuffer();
	const mask = new Uint8Array(width * height).fill(255);
	for (let y = top; y < top + h; y++) mask.fill(0, y * width + left, y * width + left + w);
	return { start: { width, height, pixels: new Uint8Array(pixels) }, mask };
}
