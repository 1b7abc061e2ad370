import { heldImageBytes } from './limits';
import { problem } from './problem';

/** A decoded picture in memory that threads share: red, green, blue bytes, row by row. */
export interface SharedPicture {
	width: number;
	height: number;
	pixels: SharedArrayBuffer;
}

/**
 * Counts the pictures that are held, whoever holds them: the shelf, taught adapters, and takes that
 * wait or are made. A picture counts once, and for as long as somebody holds it.
 */
export class PictureMemory {
	readonly #holders = new Map<SharedPicture, number>();
	readonly #most: number;
	/** What lets go of pictures that nobody but itself holds, the longest unused first. */
	readonly #keepers: (() => boolean)[] = [];
	#held = 0;

	constructor(most = heldImageBytes) {
		this.#most = most;
	}

	/** Bytes that may be held. */
	get most(): number {
		return this.#most;
	}

	/** Bytes that are held at present. */
	get held(): number {
		return this.#held;
	}

	/** Has something asked to let a picture go when room is short; it says whether it could. */
	onShort(letGo: () => boolean): void {
		this.#keepers.push(letGo);
	}

	hold(picture: SharedPicture): void {
		const before = this.#holders.get(picture) ?? 0;
		this.#holders.set(picture, before + 1);
		if (!before) this.#held += picture.pixels.byteLength;
	}

	release(picture: SharedPicture): void {
		const before = this.#holders.get(picture);
		if (!before) return;
		if (before > 1) return void this.#holders.set(picture, before - 1);
		this.#holders.delete(picture);
		this.#held -= picture.pixels.byteLength;
	}

	/** How many hold a picture. */
	holders(picture: SharedPicture): number {
		return this.#holders.get(picture) ?? 0;
	}

	/**
	 * Makes room for so many bytes more. Throws a problem, 429, when what waits to be made needs all
	 * there is, and 413 when there never will be so much.
	 */
	makeRoom(bytes: number): void {
		if (bytes > this.#most)
			throw problem(
				413,
				'The pictures are too large',
				`Pictures may take ${this.#most / 1048576} MB of memory here, and these take ${Math.ceil(bytes / 1048576)}: send fewer, or smaller ones.`
			);
		for (const letGo of this.#keepers) while (this.#held + bytes > this.#most) if (!letGo()) break;
		if (this.#held + bytes > this.#most)
			throw problem(
				429,
				'The memory for pictures is full',
				'Takes that wait to be made need the pictures that are here. Send this one again when some of them are done.',
				undefined,
				{ 'retry-after': '5' }
			);
	}
}
