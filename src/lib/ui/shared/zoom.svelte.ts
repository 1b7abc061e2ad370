/** An address follows a size when it stayed so long, in milliseconds, and is believed again after. */
const [STAYS, FOLLOWED] = [250, 200];

/** A size that is turned: what is seen follows at once, the address when it stays so. */
export class Zoom {
	#now = $state<number | null>(null);
	#timer: ReturnType<typeof setTimeout> | undefined;
	readonly #said: () => number;
	readonly #say: (size: string | null) => void;

	/**
	 * @param said the size that the address says
	 * @param say puts a size into the address; null for the usual one
	 */
	constructor(said: () => number, say: (size: string | null) => void) {
		this.#said = said;
		this.#say = say;
	}

	/** In steps of a quarter; need not be whole. */
	readonly size: number = $derived.by(() => this.#now ?? this.#said());

	to(size: number): void {
		const rounded = Math.round(size * 100) / 100;
		this.#now = rounded;
		clearTimeout(this.#timer);
		this.#timer = setTimeout(() => {
			this.#say(rounded ? String(rounded) : null);
			this.#timer = setTimeout(() => (this.#now = null), FOLLOWED);
		}, STAYS);
	}
}
