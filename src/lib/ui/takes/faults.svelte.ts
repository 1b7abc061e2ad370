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
