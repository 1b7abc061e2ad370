import { Dexie, liveQuery } from 'dexie';
import { db } from './db';

/**
 * Runs a query now and again whenever what it read changes, in any tab.
 * @returns a function that ends it
 */
export function watch<T>(
	query: () => Promise<T>,
	next: (value: T) => void,
	failed?: (cause: unknown) => void
): () => void {
	const subscription = liveQuery(query).subscribe({
		next,
		error: failed ?? ((cause) => console.error(cause))
	});
	return () => subscription.unsubscribe();
}

/**
 * The same for a query that reads much of a table: it is run again at most so often, however fast
 * the table changes, and once more when it has come to rest.
 *
 * @param tables names of the tables whose changes matter
 * @param gap least time between two runs, in milliseconds, by what the last run gave
 */
export function watchCalmly<T>(
	tables: readonly string[],
	query: () => Promise<T>,
	next: (value: T) => void,
	gap: (value: T) => number
): () => void {
	let ended = false;
	let running = false;
	let stale = false;
	let wait = 0;
	let timer: ReturnType<typeof setTimeout> | null = null;
	const run = async () => {
		timer = null;
		running = true;
		stale = false;
		try {
			const value = await query();
			if (ended) return;
			wait = gap(value);
			next(value);
		} catch (cause) {
			console.error(cause);
		} finally {
			running = false;
			if (stale && !ended) later();
		}
	};
	const later = () => {
		if (running) stale = true;
		else timer ??= setTimeout(() => void run(), wait);
	};
	const heard = (parts: Record<string, unknown>) => {
		if (
			Object.keys(parts).some((part) =>
				tables.some((name) => part.startsWith(`idb://${db.name}/${name}/`))
			)
		)
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
