import { SvelteMap } from 'svelte/reactivity';
import type { Apart } from '$lib/core/measure';
import { pairKey, type Pair } from '$lib/core/movement';
import type { Measured, Take } from '$lib/core/schema';
import * as store from '$lib/store';
import { measure, tellApart } from '$lib/workers';

/** Measures the takes of a brief as they are made, and compares pairs that are asked for. */
export class Measuring {
	readonly #briefId: string;
	/** What is known of every take that was measured. */
	readonly of = new SvelteMap<string, Measured>();
	readonly #pairs = new SvelteMap<string, Apart>();
	/** Takes and pairs that wait; a set keeps each once. */
	readonly #takes = new Set<string>();
	readonly #asked = new Map<string, Pair>();
	readonly #failed = new Set<string>();
	#ready = false;
	#working = false;
	#ended = false;

	constructor(briefId: string) {
		this.#briefId = briefId;
	}

	/** Reads what was measured before. */
	async open(): Promise<void> {
		const [measures, pairs] = await Promise.all([
			store.measuresOf(this.#briefId),
			store.pairsOf(this.#briefId)
		]);
		for (const [id, one] of measures) this.of.set(id, one);
		for (const [key, one] of pairs) this.#pairs.set(key, one);
		this.#ready = true;
		void this.#work();
	}

	close(): void {
		this.#ended = true;
	}

	/** Measures those of some takes that are done and were not measured yet. */
	want(takes: readonly Take[]): void {
		for (const { id, state } of takes)
			if (state === 'done' && !this.of.has(id) && !this.#failed.has(id)) this.#takes.add(id);
		void this.#work();
	}

	/** Compares pairs that were not compared yet. */
	wantPairs(pairs: readonly Pair[]): void {
		for (const pair of pairs) {
			const key = pairKey(pair.one, pair.two);
			if (!this.#pairs.has(key) && !this.#failed.has(key)) this.#asked.set(key, pair);
		}
		void this.#work();
	}

	/** What parts a pair, once it is known. */
	apart(one: string, two: string): Apart | undefined {
		return this.#pairs.get(pairKey(one, two));
	}

	async #work(): Promise<void> {
		if (this.#working || !this.#ready) return;
		this.#working = true;
		while (!this.#ended) {
			// Pairs first: someone waits for them.
			const [pair] = this.#asked;
			const [take] = this.#takes;
			if (pair) {
				this.#asked.delete(pair[0]);
				if (!this.#pairs.has(pair[0])) await this.#compare(...pair);
			} else if (take) {
				this.#takes.delete(take);
				if (!this.of.has(take)) await this.#measure(take);
			} else break;
		}
		this.#working = false;
	}

	async #measure(takeId: string): Promise<void> {
		try {
			const stored = await store.pictureOf(takeId);
			if (!stored) return;
			const measured = await measure(stored.picture);
			await store.keepMeasures({ ...measured, takeId, briefId: this.#briefId });
			this.of.set(takeId, measured);
		} catch {
			// A picture that cannot be read is not asked for again and again.
			this.#failed.add(takeId);
		}
	}

	async #compare(key: string, { one, two }: Pair): Promise<void> {
		try {
			const [a, b] = await Promise.all([store.pictureOf(one), store.pictureOf(two)]);
			if (!a || !b) return;
			const found = await tellApart(
				{ key: one, picture: a.picture },
				{ key: two, picture: b.picture }
			);
			await store.keepPair({ ...found, key, briefId: this.#briefId });
			this.#pairs.set(key, found);
		} catch {
			this.#failed.add(key);
		}
	}
}
