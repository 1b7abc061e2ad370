import { watch } from '$lib/store';

/**
 * The latest answer to a query of the store. `ask` is run again when reactive values that it reads
 * change; the query that it returns, when the database does.
 */
export function live<T>(
	ask: () => () => Promise<T>,
	initial: T
): { readonly current: T; readonly ready: boolean } {
	let current = $state.raw(initial);
	let ready = $state(false);
	$effect(() =>
		watch(ask(), (value) => {
			current = value;
			ready = true;
		})
	);
	return {
		get current() {
			return current;
		},
		get ready() {
			return ready;
		}
	};
}
