import { LRUCache } from 'lru-cache';
import { sharedSceneBytes } from './limits';

/** Stands before a painting in shared memory: whether it is there, or which thread is at it. */
export const HEAD = 8;
/** Nobody is at it; it is painted; or the id of the thread that paints it. */
export const EMPTY = 0;
export const PAINTED = -1;

/** What a thread asks for while it makes a take. */
export type Ask =
	| {
			/** Places of paintings, by book and name. */
			book: string;
			names: string[];
			/** Bytes of each painting. */
			bytes: number;
	  }
	| {
			/** Whether a thread still lives. */
			lives: number;
	  };

/** What a thread says before each scene that it paints, so that it is known to be alive. */
export const PAINTING = 'painting';

/** What a thread says of paintings that are likely to be asked for. It waits for no answer. */
export interface Foreseen {
	book: string;
	foreseen: string[];
	bytes: number;
}

export interface Answer {
	places?: SharedArrayBuffer[];
	lives?: boolean;
}

/** Painted scenes in memory that all threads share; the books that were used longest ago give way. */
export class SceneShelf {
	readonly #books: LRUCache<string, Map<string, SharedArrayBuffer>>;

	constructor(most = sharedSceneBytes) {
		this.#books = new LRUCache({ maxSize: most, sizeCalculation: sizeOf });
	}

	/** Bytes that are held. */
	get held(): number {
		return this.#books.calculatedSize;
	}

	/** The places of a book's paintings, made where there are none; and how many nobody has begun. */
	places(
		book: string,
		names: readonly string[],
		bytes: number
	): { places: SharedArrayBuffer[]; empty: number } {
		const held = this.#books.get(book) ?? new Map<string, SharedArrayBuffer>();
		let empty = 0;
		const places = names.map((name) => {
			let place = held.get(name);
			if (!place) held.set(name, (place = new SharedArrayBuffer(HEAD + bytes)));
			if (Atomics.load(new Int32Array(place, 0, 1), 0) === EMPTY) empty++;
			return place;
		});
		// What it takes is counted anew; a book beyond the bound is not kept at all.
		this.#books.delete(book);
		this.#books.set(book, held);
		return { places, empty };
	}
}

const sizeOf = (held: Map<string, SharedArrayBuffer>): number =>
	Math.max(
		1,
		[...held.values()].reduce((sum, { byteLength }) => sum + byteLength, 0)
	);
