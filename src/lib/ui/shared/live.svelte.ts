import type { Take } from '$lib/core/schema';
import { watch, watchTakes } from '$lib/store';

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

/** A brief with more takes than this is shown again once a second while it changes. */
const MANY = 300;

/**
 * The takes of a brief, told at most a few times a second, once a second when they are many; one
 * that has not changed stays the same object, so that what shows it is left alone.
 */
export function liveTakes(briefId: () => string): {
	readonly current: Take[];
	readonly ready: boolean;
} {
	let current = $state.raw<Take[]>([]);
	let ready = $state(false);
	$effect(() =>
		watchTakes(
			briefId(),
			(takes) => {
				current = takes;
				ready = true;
			},
			(count) => (count > MANY ? 1000 : 120)
		)
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
