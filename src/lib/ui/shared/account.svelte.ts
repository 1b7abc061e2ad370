import type { Account } from '$lib/core/plan';
import type { Purse } from '$lib/core/schema';
import * as store from '$lib/store';
import { midnight } from './door.svelte';
import { live } from './live.svelte';
import type { Work } from './work.svelte';

/**
 * What a brief and the day may spend, and what they have spent. What is typed into the brief, or the purse,
 * counts at once.
 */
export function openAccount(work: Pick<Work, 'brief'>): {
	/** Null until it is read. */
	readonly current: Account | null;
	readonly purse: Purse;
} {
	const account = live(
		() =>
			(
				(id) => () =>
					store.account(id, midnight())
			)(work.brief!.id),
		null
	);
	const purse = live(() => store.purse, store.emptyPurse);
	const current = $derived(
		account.current && {
			...account.current,
			allowance: work.brief!.allowance,
			dayAllowance: purse.current.dayAllowance
		}
	);
	return {
		get current() {
			return current;
		},
		get purse() {
			return purse.current;
		}
	};
}
