import type { Entry } from './entry';
import { byLikeness, find, type Alike, type LibraryQuery } from './query';
import { WordIndex } from './words';

/** What was found, as it hangs: groups of takes, each take by its id and its ratio. */
export interface Found {
	/** How many takes there are in all, and how many were found. */
	all: number;
	count: number;
	starred: number;
	groups: FoundGroup[];
	/** Ids of all found, one after another in the order of the groups, a line each. */
	ids: string;
	/** Width over height of each. */
	ratios: Float32Array;
	/** What each is: its mark by its place in `marksInFlags`, and `STARRED` where it is. */
	flags: Uint8Array;
}

/** Marks as they stand in flags, from 0. */
export const marksInFlags = [null, 'keep', 'maybe', 'drop'] as const;
export const STARRED = 4;

/** How what is found hangs. */
export interface Hung {
	/** The first instant of the day of an instant, where the reader is. */
	dayOf: (at: number) => number;
	/** Whether briefs are parted by days. */
	by?: 'day' | 'brief';
	/** What pictures were compared with the one that others are to look like. */
	alike?: Alike;
}

/** Takes that hang together: of one brief and one day, or all where they are in order of likeness. */
export interface FoundGroup {
	/** The day's first instant, in milliseconds; null where days do not part them. */
	day: number | null;
	brief: string | null;
	count: number;
}

/** All that the library knows, kept up as takes come, change and go. */
export class Shelf {
	readonly #entries = new Map<string, Entry>();
	readonly #words = new WordIndex();
	/** What is true of all, until something changes. */
	#sums: { models: string[]; tags: string[]; starred: number } | null = null;

	get size(): number {
		return this.#entries.size;
	}

	put(entry: Entry): void {
		this.#sums = null;
		this.#entries.set(entry.id, entry);
		this.#words.put(entry.id, entry.text);
	}

	drop(id: string): void {
		this.#sums = null;
		this.#entries.delete(id);
		this.#words.drop(id);
	}

	/** Drops what is not among the ids that there are. */
	keepOnly(ids: ReadonlySet<string>): void {
		for (const id of [...this.#entries.keys()]) if (!ids.has(id)) this.drop(id);
	}

	/** The first so many takes after one, by their ids, that were not measured yet. */
	unmeasured(after: string, most: number): string[] {
		const found: string[] = [];
		for (const { id, seen } of this.#entries.values()) if (!seen && id > after) found.push(id);
		return found.sort().slice(0, most);
	}

	entries(): IterableIterator<Entry> {
		return this.#entries.values();
	}

	/** Models that takes were made with, those of most takes first. */
	models(): string[] {
		return this.#all().models;
	}

	/** Tags that takes have, in order of the alphabet. */
	tags(): string[] {
		return this.#all().tags;
	}

	#all(): { models: string[]; tags: string[]; starred: number } {
		if (this.#sums) return this.#sums;
		const counts = new Map<string, number>();
		const tagged = new Set<string>();
		let starred = 0;
		for (const one of this.#entries.values()) {
			counts.set(one.model, (counts.get(one.model) ?? 0) + 1);
			for (const tag of one.tags) tagged.add(tag);
			if (one.starred) starred++;
		}
		const models = [...counts].sort((a, b) => b[1] - a[1]).map(([model]) => model);
		const tags = [...tagged].sort((a, b) => a.localeCompare(b));
		return (this.#sums = { models, tags, starred });
	}

	find(query: LibraryQuery, { dayOf, by = 'day', alike }: Hung): Found {
		const worded = this.#words.find(query.words ?? '');
		const like = query.like ? this.#entries.get(query.like) : undefined;
		const found = find(this.#entries.values(), query, worded, like, alike);
		const groups: FoundGroup[] = [];
		const hung = byLikeness(query) ? found : grouped(found, by === 'day' ? dayOf : null, groups);
		if (byLikeness(query) && found.length)
			groups.push({ day: null, brief: null, count: found.length });
		return {
			all: this.#entries.size,
			count: found.length,
			starred: this.#all().starred,
			groups,
			ids: hung.map(({ id }) => id).join('\n'),
			ratios: Float32Array.from(hung, ({ width, height }) => width / height),
			flags: Uint8Array.from(
				hung,
				({ mark, starred }) => marksInFlags.indexOf(mark) + (starred ? STARRED : 0)
			)
		};
	}
}

/**
 * Entries by day, and by brief within it, or by brief alone, the newest first; what the groups are is
 * put into a list.
 */
function grouped(
	found: readonly Entry[],
	dayOf: ((at: number) => number) | null,
	groups: FoundGroup[]
): Entry[] {
	const byGroup = new Map<string, { day: number | null; brief: string; own: Entry[] }>();
	for (const one of found) {
		const day = dayOf && dayOf(one.at);
		const key = `${day} ${one.briefId}`;
		const group = byGroup.get(key);
		if (group) group.own.push(one);
		else byGroup.set(key, { day, brief: one.briefId, own: [one] });
	}
	// Days as they come, the newest first, and within a day its briefs by their newest take.
	const all = [...byGroup.values()].sort((a, b) => (b.day ?? 0) - (a.day ?? 0));
	for (const { day, brief, own } of all) groups.push({ day, brief, count: own.length });
	return all.flatMap(({ own }) => own);
}
