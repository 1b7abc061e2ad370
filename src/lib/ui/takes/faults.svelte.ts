import { faults, type Fault } from '$lib/core/judge';
import * as store from '$lib/store';
import { live } from '$lib/ui/shared';

/** The faults that ship, and after them the artist's own. */
export function allFaults(): { readonly current: Fault[] } {
	const own = live(() => store.ownFaults, []);
	return {
		get current() {
			return [...faults, ...own.current];
		}
	};
}

/** What may be asked of faults, as a list to choose from. */
export const faultItems = (all: readonly Fault[]): { value: string; text: string }[] => [
	{ value: '', text: 'faults or not' },
	{ value: 'none', text: 'no fault' },
	{ value: 'any', text: 'some fault' },
	...all.map(({ id, label }) => ({ value: id, text: label }))
];
