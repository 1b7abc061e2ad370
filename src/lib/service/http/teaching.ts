import { TAUGHT_SIDE } from '$lib/core/frame';
import { LRUCache } from 'lru-cache';
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { TeachRequest, type AdapterTicket } from '$lib/core/contract';
import { ownKey } from './callers';
import type { Images } from './images';
import { heldImageBytes } from './limits';
import type { PictureMemory, SharedPicture } from './memory';
import { invalid, problem } from './problem';
import type { Vault } from './vault';

/** An adapter that was taught here: its pictures are its scenes. */
export interface TaughtAdapter {
	id: string;
	name: string;
	pictures: SharedPicture[];
}

/** How many taught adapters are kept; the longest unused is forgotten first. */
const KEPT = 24;

/** Adapters that takes may ask for by id, made from the user's own pictures. */
export class Teaching {
	readonly #images: Images;
	readonly #adapters = new LRUCache<string, TaughtAdapter>({
		maxSize: heldImageBytes,
		sizeCalculation: ({ pictures }) =>
			pictures.reduce((sum, { pixels }) => sum + pixels.byteLength, 0)
	});

	readonly #memory: PictureMemory;
	readonly #vault: Vault | null;

	/** @param vault where what is taught lies for other processes, too */
	constructor(images: Images, memory: PictureMemory, vault: Vault | null = null) {
		this.#images = images;
		this.#vault = vault;
		this.#memory = memory;
		memory.onShort(() => this.#forgetOne());
	}

	/**
	 * Teaches an adapter from pictures sent before. The same pictures make the same adapter. Throws a
	 * problem: 422 for pictures that are not here, 413 or 429 when there is no memory for them.
	 */
	async teach(body: unknown, caller: string): Promise<AdapterTicket> {
		const parsed = TeachRequest.safeParse(body);
		if (!parsed.success) throw invalid(parsed.error);
		const { name, images } = parsed.data;
		await this.#images.bring(images, caller);
		const found = images.map((image, i) => {
			const picture = this.#images.find(image, caller);
			if (picture) return picture;
			const message = `The picture "${image.slice(0, 80)}" is not known here; send it again first.`;
			throw problem(422, 'A picture is missing', message, [{ path: `images.${i}`, message }]);
		});
		const hash = createHash('sha256')
			.update([...images].sort().join(' '))
			.digest('hex');
		const id = `taught-${hash.slice(0, 24)}`;
		const lesson = new TextEncoder().encode(JSON.stringify(parsed.data));
		await this.#vault?.put(caller, 'adapter', id, lesson);
		const known = this.find(id, caller);
		if (known) {
			known.name = name;
			return { adapter: id, name };
		}
		const pictures = await Promise.all(found.map(smaller));
		this.#images.gathered(images, caller);
		this.#memory.makeRoom(pictures.reduce((sum, { pixels }) => sum + pixels.byteLength, 0));
		const key = ownKey(caller, id);
		if (!this.#adapters.has(key)) {
			for (const picture of pictures) this.#memory.hold(picture);
			this.#adapters.set(key, { id, name, pictures });
		}
		while (this.#adapters.size > KEPT && this.#forgetOne());
		return { adapter: id, name };
	}

	/** Has adapters here that were taught to another process. */
	async bring(ids: Iterable<string>, caller: string): Promise<void> {
		if (!this.#vault) return;
		for (const id of ids) {
			if (this.find(id, caller)) continue;
			const lesson = await this.#vault.get(caller, 'adapter', id);
			if (lesson) await this.teach(JSON.parse(new TextDecoder().decode(lesson)), caller);
		}
	}

	/** An adapter by its id, now the last to be forgotten. */
	find(id: string, caller: string): TaughtAdapter | undefined {
		return this.#adapters.get(ownKey(caller, id));
	}

	/** Forgets the longest unused adapter that no take waits for. */
	#forgetOne(): boolean {
		for (const id of [...this.#adapters.rkeys()]) {
			const { pictures } = this.#adapters.peek(id)!;
			if (pictures.some((picture) => this.#memory.holders(picture) > 1)) continue;
			this.#adapters.delete(id);
			for (const picture of pictures) this.#memory.release(picture);
			return true;
		}
		return false;
	}
}

/** A copy of a picture that is no larger than an adapter needs it; its own, whoever else has it. */
async function smaller({ width, height, pixels }: SharedPicture): Promise<SharedPicture> {
	const scale = Math.min(1, TAUGHT_SIDE / Math.max(width, height));
	const size = {
		width: Math.max(1, Math.round(width * scale)),
		height: Math.max(1, Math.round(height * scale))
	};
	const data =
		scale === 1
			? new Uint8Array(pixels)
			: await sharp(Buffer.from(pixels), { raw: { width, height, channels: 3 } })
					.resize({ ...size, fit: 'fill' })
					.raw()
					.toBuffer();
	const own = new SharedArrayBuffer(size.width * size.height * 3);
	new Uint8Array(own).set(data);
	return { ...size, pixels: own };
}
