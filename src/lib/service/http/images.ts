import { LRUCache } from 'lru-cache';
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { kindOf } from '$lib/core/formats';
import type { ImageTicket } from '$lib/core/contract';
import { heldImageBytes, limits } from './limits';
import type { PictureMemory, SharedPicture } from './memory';
import { problem } from './problem';
import type { Vault } from './vault';

/** Pictures of more pixels than this are refused before they are decoded. */
const MAX_SOURCE_PIXELS = 50_000_000;

/** Pictures on the shelf, whatever their size. */
const MOST_ON_SHELF = 4096;

/** Pictures that takes may ask for by id, the longest unused forgotten first. */
export class Images {
	readonly #pictures = new LRUCache<string, SharedPicture>({
		// Never more than the memory lets it hold: what gives way is told there, and by it alone.
		maxSize: heldImageBytes,
		sizeCalculation: ({ pixels }) => pixels.byteLength
	});
	readonly #memory: PictureMemory;
	readonly #vault: Vault | null;

	/** @param vault where what is sent lies for other processes, too */
	constructor(memory: PictureMemory, vault: Vault | null = null) {
		this.#memory = memory;
		this.#vault = vault;
		memory.onShort(() => this.#forgetOne());
	}

	/**
	 * Takes a picture in. The same bytes get the same id.
	 * Throws a problem: 413 for too many bytes or pixels, 422 for what is no whole picture, 429 when
	 * what waits to be made needs all the memory.
	 */
	async add(bytes: Uint8Array): Promise<ImageTicket> {
		if (bytes.byteLength > limits.maxImageBytes) throw tooLarge();
		if (!kindOf(bytes)) {
			throw problem(
				422,
				'This is no picture that is taken here',
				'Send a PNG, JPEG or WebP picture as the body of the request.'
			);
		}
		const image = createHash('sha256').update(bytes).digest('hex');
		const { width, height } = this.find(image) ?? (await this.#shelve(image, bytes));
		// Only what can be read lies there for the others.
		await this.#vault?.put('image', image, bytes);
		return { image, width, height };
	}

	/** Has pictures here that were sent to another process. */
	async bring(ids: Iterable<string>): Promise<void> {
		if (!this.#vault) return;
		for (const id of ids) {
			if (this.find(id)) continue;
			const bytes = await this.#vault.get('image', id);
			if (bytes) await this.#shelve(id, bytes);
		}
	}

	async #shelve(image: string, bytes: Uint8Array): Promise<SharedPicture> {
		const picture = await decode(bytes);
		const known = this.find(image);
		if (known) return known;
		this.#memory.makeRoom(picture.pixels.byteLength);
		if (this.#pictures.size >= MOST_ON_SHELF) this.#forgetOne();
		this.#pictures.set(image, picture);
		this.#memory.hold(picture);
		return picture;
	}

	/** A picture by its id, now the last to be forgotten. */
	find(image: string): SharedPicture | undefined {
		return this.#pictures.get(image);
	}

	/** Forgets the longest unused picture that nothing but the shelf holds. */
	#forgetOne(): boolean {
		for (const id of [...this.#pictures.rkeys()]) {
			const picture = this.#pictures.peek(id)!;
			if (this.#memory.holders(picture) > 1) continue;
			this.#pictures.delete(id);
			this.#memory.release(picture);
			return true;
		}
		return false;
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
		const { autoOrient: size } = await source.metadata();
		// No frame has more pixels than this, whatever its ratio.
		const scale = Math.sqrt(limits.maxPixels / (size.width * size.height));
		const { data, info } = await source
			.rotate()
			.flatten({ background: '#ffffff' })
			.toColourspace('srgb')
			.resize(
				scale < 1
					? {
							width: Math.max(1, Math.floor(size.width * scale)),
							height: Math.max(1, Math.floor(size.height * scale)),
							fit: 'fill'
						}
					: {}
			)
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
