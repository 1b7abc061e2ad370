import { Dexie, liveQuery } from 'dexie';
import type { Take } from '$lib/core/schema';
import { db } from './db';

/** Waits before a query that failed is run again, in milliseconds. */
const AGAIN = [200, 1000, 5000];

/**
 * Runs a query now and again whenever what it read changes, in any tab. One that fails is run again
 * after a while: a reading that went wrong does not end the watching.
 * @returns a function that ends it
 */
export function watch<T>(query: () => Promise<T>, next: (value: T) => void): () => void {
	let ended = false;
	let failures = 0;
	let end = () => {};
	let timer: ReturnType<typeof setTimeout> | undefined;
	const begin = () => {
		const subscription = liveQuery(query).subscribe({
			next: (value) => {
				failures = 0;
				next(value);
			},
			error: (cause) => {
				console.error(cause);
				subscription.unsubscribe();
				if (ended) return;
				timer = setTimeout(begin, AGAIN[Math.min(failures++, AGAIN.length - 1)]);
			}
		});
		end = () => subscription.unsubscribe();
	};
	begin();
	return () => {
		ended = true;
		clearTimeout(timer);
		end();
	};
}

/** Takes that are read in one go, so that no reading holds the page up. */
const PAGE = 400;
/** Changed takes that are read in one go, while other things go on. */
const CHANGED = 200;

/**
 * The takes of a brief by number, now and again whenever some of them change, in any tab. All are
 * read once, in pages; after that only those that changed.
 *
 * @param gap least time between two tellings, in milliseconds, by how many takes there are
 * @returns a function that ends it
 */
export function watchTakes(
	briefId: string,
	next: (takes: Take[]) => void,
	gap: (count: number) => number
): () => void {
	const table = `idb://${db.name}/takes/`;
	const known = new Map<string, Take>();
	const changed = new Set<string>();
	let all = true;
	let ended = false;
	let running = false;
	let timer: ReturnType<typeof setTimeout> | null = null;

	const tell = () => next([...known.values()].sort((a, b) => a.number - b.number));
	const run = async () => {
		timer = null;
		running = true;
		try {
			if (all) {
				all = false;
				changed.clear();
				const found = await readAll(briefId, () => ended);
				known.clear();
				for (const take of found) known.set(take.id, take);
			} else {
				const ids = [...changed];
				changed.clear();
				for (let at = 0; at < ids.length && !ended; at += CHANGED) {
					const part = ids.slice(at, at + CHANGED);
					const found = await db.takes.bulkGet(part);
					part.forEach((id, i) => {
						const take = found[i];
						if (take?.briefId === briefId) known.set(id, take);
						else known.delete(id);
					});
				}
			}
			// Told in a task of its own: reading and what it leads to are each short, but not both.
			await new Promise((resolve) => setTimeout(resolve));
			if (!ended) tell();
		} catch (cause) {
			console.error(cause);
			// What changed is not known any more: all are read again.
			all = true;
		} finally {
			running = false;
			if ((all || changed.size) && !ended) later();
		}
	};
	const later = () => {
		if (!running) timer ??= setTimeout(() => void run(), gap(known.size));
	};
	const heard = (parts: Record<string, unknown>) => {
		const keys = parts[table];
		if (!keys) return;
		for (const { from, to } of rangesOf(keys)) {
			// A range of keys, as when a brief is deleted, says not which of them there were.
			if (typeof from === 'string' && from === to) changed.add(from);
			else all = true;
		}
		later();
	};
	Dexie.on.storagemutated.subscribe(heard);
	void run();
	return () => {
		ended = true;
		if (timer) clearTimeout(timer);
		Dexie.on.storagemutated.unsubscribe(heard);
	};
}

/** Keys that changed, as Dexie tells them: a tree, and from another tab one without its methods. */
interface KeyTree {
	from?: unknown;
	to?: unknown;
	l?: KeyTree | null;
	r?: KeyTree | null;
}

/** What changed of a table in one telling of Dexie's: its keys, or `all` where it says only a range. */
export function changedKeys(parts: Record<string, unknown>, table: string): string[] | 'all' {
	const keys = parts[`idb://${db.name}/${table}/`] as KeyTree | undefined;
	const found: string[] = [];
	for (const { from, to } of rangesOf(keys)) {
		if (typeof from !== 'string' || from !== to) return 'all';
		found.push(from);
	}
	return found;
}

function* rangesOf(tree: KeyTree | null | undefined): Generator<KeyTree> {
	if (!tree || !('from' in tree)) return;
	yield* rangesOf(tree.l);
	yield tree;
	yield* rangesOf(tree.r);
}

/** In pages, by number and, should two have the same one, by id. */
async function readAll(briefId: string, ended: () => boolean): Promise<Take[]> {
	const found: Take[] = [];
	let after: [number, string] = [-1, ''];
	while (!ended()) {
		const page = await db.takes
			.where('[briefId+number+id]')
			.between([briefId, ...after], [briefId, Infinity, Dexie.maxKey], false)
			.limit(PAGE)
			.toArray();
		found.push(...page);
		if (page.length < PAGE) break;
		const last = page.at(-1)!;
		after = [last.number, last.id];
	}
	return found;
}
