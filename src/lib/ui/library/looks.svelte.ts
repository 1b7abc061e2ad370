import * as store from '$lib/store';
import { measureTake } from '$lib/ui/measures';
import { unmeasuredAfter } from '$lib/workers';

/** Takes that are looked up in one go. */
const SOME = 24;

/** Measures takes of the library that were not measured yet. What cannot be measured is tried once. */
export class Looks {
	/** Whether some are being measured. */
	busy = $state(false);
	readonly #lost = new Set<string>();
	#ended = false;

	async measure(): Promise<void> {
		if (this.busy) return;
		this.busy = true;
		try {
			for (let after = ''; !this.#ended;) {
				const ids = await unmeasuredAfter(after, SOME);
				if (!ids.length) break;
				for (const take of await store.takesById(ids)) {
					if (this.#ended) break;
					if (this.#lost.has(take.id)) continue;
					const measured = await measureTake(take).catch(() => null);
					if (!measured) this.#lost.add(take.id);
				}
				after = ids.at(-1)!;
			}
		} finally {
			this.busy = false;
		}
	}

	close(): void {
		this.#ended = true;
	}
}
