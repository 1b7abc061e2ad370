import { untrack } from 'svelte';
import { SvelteMap, SvelteSet } from 'svelte/reactivity';
import { missingMeasures, type Apart } from '$lib/core/measure';
import { pairKey, type Pair } from '$lib/core/movement';
import type { Measured, Take } from '$lib/core/schema';
import * as store from '$lib/store';
import { tellApart } from '$lib/workers';
import { measureTake } from './measure-take';

/** Measures takes as they are made, and compares pairs that are asked for. */
export class Measuring {
	/** What is known of every take that was measured. */
	readonly of = new SvelteMap<string, Measured>();
	readonly #pairs = new SvelteMap<string, Apart>();
	/** Takes and pairs that wait, each once. */
	readonly #takes = new Map<string, Pick<Take, 'id' | 'briefId'>>();
	readonly #asked = new Map<string, Pair>();
	/** What cannot be measured or compared: a picture that is missing or cannot be read. */
	readonly #failed = new SvelteSet<string>();
	#ready = false;
	#working = false;
	#ended = false;

	/** Briefs whose measures have been read. */
	readonly #read = new Set<string>();

	/** Reads what was measured before in some briefs. */
	async read(briefIds: readonly string[]): Promise<void> {
		const fresh = briefIds.filter((id) => !this.#read.has(id));
		if (!fresh.length) return;
		this.#ready = false;
		for (const id of fresh) {
			this.#read.add(id);
			const [measures, pairs] = await Promise.all([store.measuresOf(id), store.pairsOf(id)]);
			for (const [takeId, one] of measures) this.of.set(takeId, one);
			for (const [key, one] of pairs) this.#pairs.set(key, one);
		}
		this.#ready = true;
		void this.#work();
	}

	/** Whether all of a take is measured: what came since it was measured is not. */
	isWhole(takeId: string): boolean {
		const known = this.of.get(takeId);
		return known !== undefined && !missingMeasures(known).length;
	}

	close(): void {
		this.#ended = true;
	}

	/** Measures those of some takes that are done and were not measured yet. */
	want(takes: readonly Take[]): void {
		// Who wants measures does not want them again whenever one is there.
		untrack(() => {
			for (const { id, briefId, state } of takes)
				if (state === 'done' && !this.isWhole(id) && !this.#failed.has(id))
					this.#takes.set(id, { id, briefId });
			void this.#work();
		});
	}

	/** Compares pairs that were not compared yet. */
	wantPairs(pairs: readonly Pair[]): void {
		untrack(() => {
			for (const pair of pairs) {
				const key = pairKey(pair.one, pair.two);
				if (!this.#pairs.has(key) && !this.#failed.has(key)) this.#asked.set(key, pair);
			}
			void this.#work();
		});
	}

	/** What parts a pair, once it is known. */
	apart(one: string, two: string): Apart | undefined {
		return this.#pairs.get(pairKey(one, two));
	}

	/** Whether a pair cannot be compared. */
	isLost(one: string, two: string): boolean {
		return this.#failed.has(pairKey(one, two));
	}

	async #work(): Promise<void> {
		if (this.#working || !this.#ready) return;
		this.#working = true;
		while (!this.#ended && this.#ready) {
			// Pairs first: someone waits for them.
			const [pair] = this.#asked;
			const [take] = this.#takes;
			if (pair) {
				this.#asked.delete(pair[0]);
				if (!this.#pairs.has(pair[0])) await this.#compare(...pair);
			} else if (take) {
				this.#takes.delete(take[0]);
				if (!this.isWhole(take[0])) await this.#measure(take[1]);
			} else break;
		}
		this.#working = false;
	}

	async #measure(take: Pick<Take, 'id' | 'briefId'>): Promise<void> {
		try {
			const measured = await measureTake(take);
			if (measured) this.of.set(take.id, measured);
		} catch {
			// A picture that cannot be read is not asked for again and again.
			this.#failed.add(take.id);
		}
	}

	async #compare(key: string, { one, two }: Pair): Promise<void> {
		try {
			const [a, b] = await Promise.all([store.pictureOf(one), store.pictureOf(two)]);
			if (!a || !b) return void this.#failed.add(key);
			const found = await tellApart(
				{ key: one, picture: a.picture },
				{ key: two, picture: b.picture }
			);
			await store.keepPair({ ...found, key, briefId: a.briefId });
			this.#pairs.set(key, found);
		} catch {
			this.#failed.add(key);
		}
	}
}
