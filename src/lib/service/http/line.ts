/**
 * A line in which takes of several callers come in turn: a caller's takes get numbers that follow each
 * other, from the number that is being served on, and the smallest number is served first. One who
 * asks for two thousand stands behind one who asks for four, once each. Source: start-time fair
 * queueing (Goyal, Vin and Chen 1996), every take counted as one.
 */
export class FairLine {
	#serving = 0;
	readonly #last = new Map<string, number>();
	readonly #waiting: { caller: string; number: number; go: () => void }[] = [];
	#free: number;

	/** @param places how many are served at once */
	constructor(places: number) {
		this.#free = places;
	}

	/**
	 * Waits for a caller's turn. What it gives back is to be called when that is over.
	 * @returns null when the signal came first
	 */
	async turn(caller: string, signal: AbortSignal): Promise<(() => void) | null> {
		const number = Math.max(this.#serving, this.#last.get(caller) ?? 0) + 1;
		this.#last.set(caller, number);
		if (signal.aborted) return null;
		if (this.#free > 0) {
			this.#free--;
			this.#serve(number);
			return this.#leave;
		}
		return new Promise((resolve) => {
			const one = { caller, number, go: () => resolve(this.#leave) };
			// Behind those with the same number: first come, first served.
			let at = this.#waiting.length;
			while (at > 0 && this.#waiting[at - 1].number > number) at--;
			this.#waiting.splice(at, 0, one);
			signal.addEventListener(
				'abort',
				() => {
					const place = this.#waiting.indexOf(one);
					if (place < 0) return;
					this.#waiting.splice(place, 1);
					// Turns that were given back are not held against who asked for them.
					const last = this.#waiting.findLast((other) => other.caller === caller);
					this.#last.set(caller, last?.number ?? this.#serving);
					resolve(null);
				},
				{ once: true }
			);
		});
	}

	#serve(number: number): void {
		this.#serving = Math.max(this.#serving, number);
	}

	readonly #leave = (): void => {
		const next = this.#waiting.shift();
		if (next) {
			this.#serve(next.number);
			next.go();
			return;
		}
		this.#free++;
		// Nobody waits: numbers begin anew.
		this.#last.clear();
		this.#serving = 0;
	};
}
