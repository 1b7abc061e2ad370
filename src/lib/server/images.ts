import { createHash } from 'node:crypto';
import sharp from 'sharp';
import type { ImageTicket } from '$lib/core/schema';
import { heldImageBytes, limits } from './limits';
import { problem } from './problem';

/** A decoded picture in memory that threads share: red, green, blue bytes, row by row. */
export interface SharedPicture {
	width: number;
	height: number;
	pixels: SharedArrayBuffer;
}

/** Pictures of more pixels than this are refused before they are decoded. */
const MAX_SOURCE_PIXELS = 50_000_000;

/** Larger pictures are scaled down to fit a square of this side: no frame is larger. */
const MAX_SIDE = Math.sqrt(limits.maxPixels);

/** The first bytes of the kinds of picture that are taken. */
const kinds: [name: string, test: (b: Uint8Array) => boolean][] = [
	['png', (b) => starts(b, [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])],
	['jpeg', (b) => starts(b, [0xff, 0xd8, 0xff])],
	[
		'webp',
		(b) => starts(b, [0x52, 0x49, 0x46, 0x46]) && starts(b.subarray(8), [0x57, 0x45, 0x42, 0x50])
	]
];

const starts = (bytes: Uint8Array, first: number[]) => first.every((v, i) => bytes[i] === v);

/** Pictures that takes may ask for by id, the longest unused forgotten first. */
export class Images {
	readonly #pictures = new Map<string, SharedPicture>();
	#held = 0;

	/**
	 * Takes a picture in. The same bytes get the same id.
	 * Throws a problem: 413 for too many bytes or pixels, 422 for what is no whole picture.
	 */
	async add(bytes: Uint8Array): Promise<ImageTicket> {
		if (bytes.byteLength > limits.maxImageBytes) throw tooLarge();
		if (!kinds.some(([, test]) => test(bytes))) {
			throw problem(
				422,
				'This is no picture that is taken here',
				'Send a PNG, JPEG or WebP picture as the body of the request.'
			);
		}
		const image = createHash('sha256').update(bytes).digest('hex');
		const picture = this.find(image) ?? (await decode(bytes));
		if (!this.#pictures.has(image)) {
			this.#pictures.set(image, picture);
			this.#held += picture.pixels.byteLength;
			this.#forget();
		}
		return { image, width: picture.width, height: picture.height };
	}

	/** A picture by its id, now the last to be forgotten. */
	find(image: string): SharedPicture | undefined {
		const picture = this.#pictures.get(image);
		if (!picture) return undefined;
		this.#pictures.delete(image);
		this.#pictures.set(image, picture);
		return picture;
	}

	#forget(): void {
		for (const [id, picture] of this.#pictures) {
			if (this.#held <= heldImageBytes || this.#pictures.size === 1) return;
			this.#pictures.delete(id);
			this.#held -= picture.pixels.byteLength;
		}
	}
}

const tooLarge = () =>
	problem(
		413,
		'The picture is too large',
		`A picture may have ${limits.maxImageBytes / 1048576} MB and ${MAX_SOURCE_PIXELS / 1e6} million pixels; make it smaller and send it again.`
	);

async function decode(bytes: Uint8Array): Promise<SharedPicture> {
	try {
		const source = sharp(bytes, { failOn: 'error', limitInputPixels: MAX_SOURCE_PIXELS, pages: 1 });
		const { data, info } = await source
			.rotate()
			.flatten({ background: '#ffffff' })
			.toColourspace('srgb')
			.resize(MAX_SIDE, MAX_SIDE, { fit: 'inside', withoutEnlargement: true })
			.raw()
			.toBuffer({ resolveWithObject: true });
		const pixels = new SharedArrayBuffer(info.width * info.height * 3);
		const out = new Uint8Array(pixels);
		const step = info.channels;
		for (let p = 0; p < info.width * info.height; p++)
			for (let c = 0; c < 3; c++) out[p * 3 + c] = data[p * step + (step < 3 ? 0 : c)];
		return { width: info.width, height: info.height, pixels };
	} catch (cause) {
		if (cause instanceof Error && /pixel limit/i.test(cause.message)) throw tooLarge();
		throw problem(
			422,
			'The picture cannot be read',
			'It is cut short or damaged. Save it again as PNG, JPEG or WebP and send that.'
		);
	}
}
