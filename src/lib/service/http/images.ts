import { LRUCache } from 'lru-cache';
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { kindOf, pictureEnd } from '$lib/core/picture';
import type { ImageTicket } from '$lib/core/contract';
import { ownKey } from './callers';
import { heldImageBytes, limits } from './limits';
import type { PictureMemory, SharedPicture } from './memory';
import { problem } from './problem';
import type { Vault } from './vault';

/** Pictures of more pixels than this are refused before they are decoded. */
const MAX_SOURCE_PIXELS = 50_000_000;

/** Pictures on the shelf, whatever their size. */
const MOST_ON_SHELF = 4096;

/** How long a picture that was sent is held for the job that its caller gathers pictures for, in milliseconds. */
const GATHERED = 120_000;

/** The share of the memory for pictures that one caller may have held in this way. */
const MOST_GATHERED = 0.5;

/** A picture that a caller sent lately. */
interface Sent {
	key: string;
	at: number;
	bytes: number;
}

/**
 * Pictures that takes may ask for by id, each by its own caller alone. The longest unused is forgotten
 * first; what a caller sent in the last minutes is held while it gathers what a job needs.
 */
export class Images {
	readonly #pictures = new LRUCache<string, SharedPicture>({
		// Never more than the memory lets it hold: what gives way is told there, and by it alone.
		maxSize: heldImageBytes,
		sizeCalculation: ({ pixels }) => pixels.byteLength
	});
	readonly #memory: PictureMemory;
	readonly #vault: Vault | null;
	/** What was sent lately, by caller, the latest last. */
	readonly #sent = new Map<string, Sent[]>();

	/** @param vault where what is sent lies for other processes, too */
	constructor(memory: PictureMemory, vault: Vault | null = null) {
		this.#memory = memory;
		this.#vault = vault;
		memory.onShort(() => this.#forgetOne());
	}

	/**
	 * Takes a picture in. The same bytes of a caller get the same id.
	 * Throws a problem: 413 for too many bytes or pixels, 422 for what is no whole picture or goes on
	 * behind its end, 429 when what waits to be made needs all the memory.
	 */
	async add(bytes: Uint8Array, caller: string): Promise<ImageTicket> {
		if (bytes.byteLength > limits.maxImageBytes) throw tooLarge();
		if (!kindOf(bytes)) {
			throw problem(
				422,
				'This is no picture that is taken here',
				'Send a PNG, JPEG or WebP picture as the body of the request.'
			);
		}
		const behind = bytes.byteLength - pictureEnd(bytes);
		if (behind)
			throw problem(
				422,
				'There are bytes behind the picture',
				`${behind} bytes follow the end of the picture, and no part of the service reads them. Send the picture without them.`
			);
		const image = createHash('sha256').update(bytes).digest('hex');
		const { width, height } =
			this.find(image, caller) ?? (await this.#shelve(image, bytes, caller));
		// Only what can be read lies there for the others.
		await this.#vault?.put(caller, 'image', image, bytes);
		return { image, width, height };
	}

	/** Has pictures here that a caller sent to another process. */
	async bring(ids: Iterable<string>, caller: string): Promise<void> {
		if (!this.#vault) return;
		for (const id of ids) {
			if (this.find(id, caller)) continue;
			const bytes = await this.#vault.get(caller, 'image', id);
			if (bytes) await this.#shelve(id, bytes, caller);
		}
	}

	/** Holds pictures for their caller no longer than others: they are where they were gathered for. */
	gathered(ids: Iterable<string>, caller: string): void {
		const keys = new Set([...ids].map((id) => ownKey(caller, id)));
		this.#sent.set(
			caller,
			(this.#sent.get(caller) ?? []).filter(({ key }) => !keys.has(key))
		);
	}

	async #shelve(image: string, bytes: Uint8Array, caller: string): Promise<SharedPicture> {
		const picture = await decode(bytes);
		const known = this.find(image, caller);
		if (known) return known;
		this.#memory.makeRoom(picture.pixels.byteLength);
		if (this.#pictures.size >= MOST_ON_SHELF) this.#forgetOne();
		const key = ownKey(caller, image);
		this.#pictures.set(key, picture);
		this.#memory.hold(picture);
		this.#gather({ key, at: Date.now(), bytes: picture.pixels.byteLength }, caller);
		return picture;
	}

	/** Notes what a caller sent, and forgets to hold what is more than one may have held. */
	#gather(one: Sent, caller: string): void {
		let room = MOST_GATHERED * this.#memory.most;
		const lately = [...(this.#sent.get(caller) ?? []), one]
			.reverse()
			.filter(({ at, bytes }) => at > one.at - GATHERED && (room -= bytes) >= 0);
		this.#sent.set(caller, lately.reverse());
	}

	/** A picture of a caller by its id, now the last to be forgotten. */
	find(image: string, caller: string): SharedPicture | undefined {
		return this.#pictures.get(ownKey(caller, image));
	}

	/** Forgets the longest unused picture that nothing but the shelf holds, and nobody gathers. */
	#forgetOne(): boolean {
		const since = Date.now() - GATHERED;
		const gathered = new Set(
			[...this.#sent.values()].flat().flatMap(({ key, at }) => (at > since ? key : []))
		);
		for (const key of [...this.#pictures.rkeys()]) {
			const picture = this.#pictures.peek(key)!;
			if (this.#memory.holders(picture) > 1 || gathered.has(key)) continue;
			this.#pictures.delete(key);
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
