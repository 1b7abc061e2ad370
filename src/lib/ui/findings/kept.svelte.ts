import { untrack } from 'svelte';
import { version } from '$app/environment';
import type { Answered, Findings } from '$lib/core/findings';
import type { Evidence } from '$lib/core/judge';
import { hash32 } from '$lib/core/random';
import * as store from '$lib/store';
import { findingsIn } from '$lib/workers';

/** Equal for equal evidence and the same program. */
function hashOf(evidence: Evidence): string {
	const text = JSON.stringify(evidence);
	return [version, text.length, hash32(text), hash32(text, 0x9747b28c)].join(' ');
}

/** Findings of one scope: the last ones stand at once, and are renewed if something has changed. */
export class KeptFindings {
	/** Every answer that is known, the renewed ones in place of those before. */
	said = $state.raw<readonly Answered[]>([]);
	/** Whether they are being renewed. */
	renewing = $state(false);
	/** Whether there is something to be shown. */
	readonly any = $derived(this.said.length > 0);
	trouble = $state<string | null>(null);
	#key = '';
	#count = 0;

	/**
	 * Shows the findings of evidence.
	 *
	 * @param key names the scope, and whose judgements
	 */
	show(briefId: string, key: string, evidence: Evidence): void {
		untrack(() => void this.#show(briefId, key, evidence));
	}

	async #show(briefId: string, key: string, evidence: Evidence): Promise<void> {
		const now = ++this.#count;
		const isPast = () => now !== this.#count;
		this.trouble = null;
		const hash = hashOf(evidence);
		this.renewing = true;
		try {
			if (key !== this.#key) {
				const kept = await store.keptFindings(key);
				if (isPast()) return;
				this.#key = key;
				this.said = kept?.found.said ?? [];
				if (kept?.hash === hash) {
					this.renewing = false;
					return;
				}
			}
			const found = await findingsIn(evidence, (one) => {
				if (!isPast()) this.said = [...this.said.filter(({ id }) => id !== one.id), one];
			});
			if (isPast()) return;
			this.#finish(found);
			await store.keepFindings({ key, briefId, hash, found });
		} catch (cause) {
			if (isPast()) return;
			this.renewing = false;
			this.trouble = cause instanceof Error ? cause.message : String(cause);
		}
	}

	#finish({ said }: Findings): void {
		this.said = said;
		this.renewing = false;
	}
}
