import MiniSearch from 'minisearch';

/** Words that are longer than this may be one letter off. */
const FORGIVEN = 5;

/**
 * Texts that are searched by their words: each word that is asked for stands in a text, as the
 * beginning of one of its words at least. Takes that say the same are one text.
 */
export class WordIndex {
	readonly #texts = new Map<string, { at: number; ids: Set<string> }>();
	readonly #textOf = new Map<string, string>();
	readonly #byPlace = new Map<number, Set<string>>();
	readonly #index = new MiniSearch<{ id: number; text: string }>({ fields: ['text'] });
	#next = 0;

	/** Notes what a take says, instead of what it said before. */
	put(id: string, text: string): void {
		if (this.#textOf.get(id) === text) return;
		this.drop(id);
		this.#textOf.set(id, text);
		let known = this.#texts.get(text);
		if (!known) {
			known = { at: this.#next++, ids: new Set() };
			this.#texts.set(text, known);
			this.#byPlace.set(known.at, known.ids);
			this.#index.add({ id: known.at, text });
		}
		known.ids.add(id);
	}

	drop(id: string): void {
		const text = this.#textOf.get(id);
		if (text === undefined) return;
		this.#textOf.delete(id);
		const known = this.#texts.get(text)!;
		known.ids.delete(id);
		if (known.ids.size) return;
		this.#texts.delete(text);
		this.#byPlace.delete(known.at);
		this.#index.remove({ id: known.at, text });
	}

	/** The takes that say all of some words; null where none are asked for. */
	find(words: string): ReadonlySet<string> | null {
		if (!words.trim()) return null;
		const found = new Set<string>();
		const hits = this.#index.search(words, {
			combineWith: 'AND',
			prefix: true,
			fuzzy: (term) => (term.length > FORGIVEN ? 1 : false)
		});
		for (const { id } of hits)
			for (const take of this.#byPlace.get(id as number) ?? []) found.add(take);
		return found;
	}
}
