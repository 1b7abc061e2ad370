import { watch, watchCalmly } from '$lib/store';

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

/** Takes of which more than this change slowly enough when they are read again once a second. */
const MANY = 300;

/**
 * Like `live`, for a list of takes: read again at most a few times a second, once a second when they
 * are many; a row that has not changed stays the same object, so that what shows it is left alone.
 */
export function liveRows<T extends { id: string }>(
	ask: () => () => Promise<T[]>,
	same: (a: T, b: T) => boolean
): { readonly current: T[]; readonly ready: boolean } {
	let current = $state.raw<T[]>([]);
	let ready = $state(false);
	$effect(() =>
		watchCalmly(
			['takes'],
			ask(),
			(rows) => {
				const known = new Map(current.map((row) => [row.id, row]));
				const next = rows.map((row) => {
					const old = known.get(row.id);
					return old && same(old, row) ? old : row;
				});
				ready = true;
				if (next.length !== current.length || next.some((row, i) => row !== current[i]))
					current = next;
			},
			(rows) => (rows.length > MANY ? 1000 : 120)
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
