import type { Alike } from '$lib/core/library';
import * as store from '$lib/store';
import { measureTake } from '$lib/ui/measures';
import { tellApart, unmeasuredAfter } from '$lib/workers';

/** Takes that are looked up in one go. */
const SOME = 24;

/** Measures takes of the library that were not measured yet. What cannot be measured is tried once. */
export class Looks {
	/** Whether some are being measured. */
	busy = $state(false);
	/** Whether pictures are being compared. */
	comparing = $state(false);
	/** The take that others are compared with. */
	#asked: string | null = null;
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

	/** How alike pictures are to that of a take; null where it has none, or another is asked about meanwhile. */
	async compare(to: string, ids: readonly string[]): Promise<Alike | null> {
		this.#asked = to;
		const like = await store.pictureOf(to);
		if (!like) return null;
		this.comparing = true;
		const similarity = new Map<string, number>();
		try {
			for (const id of ids) {
				if (this.#ended || this.#asked !== to) return null;
				const stored = id === to ? null : await store.pictureOf(id);
				if (!stored) continue;
				const found = await tellApart(
					{ key: to, picture: like.picture },
					{ key: id, picture: stored.picture }
				).catch(() => null);
				if (found) similarity.set(id, found.ssim);
			}
		} finally {
			if (this.#asked === to) this.comparing = false;
		}
		return { to, similarity };
	}

	close(): void {
		this.#ended = true;
	}
}
