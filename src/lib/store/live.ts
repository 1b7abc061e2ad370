import { liveQuery } from 'dexie';

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
