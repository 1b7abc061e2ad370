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

/** Milliseconds without a change after which evidence is worked on. */
const SETTLES = 60;

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
	#kept: { hash: string; found: Findings } | undefined;
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
		this.renewing = true;
		const hash = hashOf(evidence);
		try {
			if (key !== this.#key) {
				const kept = await store.keptFindings(key);
				if (isPast()) return;
				this.#key = key;
				this.#kept = kept;
				this.said = kept?.found.said ?? [];
			}
			if (this.#kept?.hash === hash) return this.#finish(this.#kept.found);
			// Evidence comes together in steps when a page opens: names of models, measures, answers.
			await new Promise((resolve) => setTimeout(resolve, SETTLES));
			if (isPast()) return;
			const found = await findingsIn(evidence, (one) => {
				if (!isPast()) this.said = [...this.said.filter(({ id }) => id !== one.id), one];
			});
			if (isPast()) return;
			this.#finish(found);
			this.#kept = { hash, found };
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
