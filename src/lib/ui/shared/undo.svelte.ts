/** Something that was done: how it is taken back, and done again. */
export interface Deed {
	/** What it was, in a few words. */
	says: string;
	back: () => Promise<unknown>;
	again: () => Promise<unknown>;
	/** Whether it is kept only until the view is left, since it holds on to what takes room. */
	heavy?: boolean;
	/** What was done, as a sentence: it is shown with an Undo button. */
	told?: string;
	/** What was changed: changes of the same thing that follow each other quickly are undone together. */
	of?: string;
}

/** Deeds that can be taken back; older ones are forgotten. */
const MOST = 200;
/** Changes of one thing within this many milliseconds of each other count as one. */
const TOGETHER = 1000;

/** What was done, so that it can be taken back and done again, one after the other. */
export class Undo {
	#done = $state.raw<Deed[]>([]);
	#undone = $state.raw<Deed[]>([]);
	#running: Promise<void> = Promise.resolve();
	/** When the last deed was noted. */
	#pushed = -Infinity;
	/** What was taken back or done again last. */
	says = $state<string | null>(null);
	/** What was just replaced, until something else is done or it is found good. */
	replaced = $state.raw<Deed | null>(null);

	/** Notes what was just done. What had been taken back before can no longer be done again. */
	push(deed: Deed, now = Date.now()): void {
		const last = this.#done.at(-1);
		const joins = deed.of !== undefined && last?.of === deed.of && now - this.#pushed < TOGETHER;
		this.#pushed = now;
		const one = joins ? { ...deed, back: last.back } : deed;
		this.#done = [...(joins ? this.#done.slice(0, -1) : this.#done.slice(1 - MOST)), one];
		this.#undone = [];
		this.says = null;
		this.replaced = one.told ? one : null;
	}

	/** Finds good what was just replaced: it can still be undone, one after the other. */
	settle(): void {
		this.replaced = null;
	}

	/** Takes a deed back, whatever was done after it. */
	takeBack(deed: Deed): Promise<void> {
		if (this.#done.includes(deed)) this.#done = [...this.#done.filter((one) => one !== deed), deed];
		return this.back();
	}

	/** Takes the last deed back. A deed that can't be taken back stays the last. */
	back(): Promise<void> {
		this.replaced = null;
		this.#pushed = -Infinity;
		return this.#next(async () => {
			const deed = this.#done.at(-1);
			if (!deed) return 'nothing to undo';
			await deed.back();
			this.#done = this.#done.filter((one) => one !== deed);
			this.#undone = [...this.#undone, deed];
			return `undone: ${deed.says}`;
		}, 'The last step could not be undone, so everything is as it was. Press U to try again.');
	}

	/** Does again what was taken back last. */
	again(): Promise<void> {
		this.#pushed = -Infinity;
		return this.#next(async () => {
			const deed = this.#undone.at(-1);
			if (!deed) return 'nothing to do again';
			await deed.again();
			this.#undone = this.#undone.filter((one) => one !== deed);
			this.#done = [...this.#done, deed];
			return `done again: ${deed.says}`;
		}, 'The step could not be done again, so everything is as it was. Press R to try again.');
	}

	/** Forgets what is kept only until the view is left. */
	leave(): void {
		this.#done = this.#done.filter(({ heavy }) => !heavy);
		this.#undone = this.#undone.filter(({ heavy }) => !heavy);
		this.says = null;
	}

	/** Forgets everything, as when another brief is opened. */
	clear(): void {
		this.replaced = null;
		this.#done = [];
		this.#undone = [];
		this.says = null;
	}

	/** One after the other, so that keys pressed quickly act in their order. */
	#next(act: () => Promise<string>, failed: string): Promise<void> {
		this.#running = this.#running.then(async () => {
			try {
				this.says = await act();
			} catch (cause) {
				console.error(cause);
				this.says = failed;
			}
		});
		return this.#running;
	}
}

export const undo = new Undo();
