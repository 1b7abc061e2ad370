/** What those wait for who have nothing to do. */
export class Bell {
	readonly #waiting = new Set<() => void>();

	/** How many wait. */
	get waiting(): number {
		return this.#waiting.size;
	}

	/** Waits until it is rung, so many milliseconds at most. */
	async wait(most: number): Promise<void> {
		let up = () => {};
		const timer = setTimeout(() => up(), most);
		try {
			await new Promise<void>((done) => this.#waiting.add((up = done)));
		} finally {
			clearTimeout(timer);
			this.#waiting.delete(up);
		}
	}

	/** All that wait go on. */
	ring(): void {
		for (const up of this.#waiting) up();
	}
}
