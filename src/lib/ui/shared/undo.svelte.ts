/** Something that was done: how it is taken back, and done again. */
export interface Deed {
	/** What it was, in a few words. */
	says: string;
	back: () => Promise<unknown>;
	again: () => Promise<unknown>;
	/** Whether it is kept only until the view is left, since it holds on to what takes room. */
	heavy?: boolean;
	/** What was put in the place of something else, as a sentence: it is offered to be taken back. */
	told?: string;
}

/** Deeds that can be taken back; older ones are forgotten. */
const MOST = 200;

/** What was done, so that it can be taken back and done again, one after the other. */
export class Undo {
	#done = $state.raw<Deed[]>([]);
	#undone = $state.raw<Deed[]>([]);
	#running: Promise<unknown> = Promise.resolve();
	/** What was taken back or done again last. */
	says = $state<string | null>(null);
	/** What was just replaced, until something else is done or it is found good. */
	replaced = $state.raw<Deed | null>(null);

	/** Notes what was just done. What had been taken back before can no longer be done again. */
	push(deed: Deed): void {
		this.#done = [...this.#done.slice(1 - MOST), deed];
		this.#undone = [];
		this.says = null;
		this.replaced = deed.told ? deed : null;
	}

	/** Finds good what was just replaced: it can still be undone, one after the other. */
	settle(): void {
		this.replaced = null;
	}

	/** Takes a deed back, whatever was done after it. */
	takeBack(deed: Deed): Promise<void> {
		this.#done = [...this.#done.filter((one) => one !== deed), deed];
		return this.back();
	}

	/** Takes the last deed back. */
	back(): Promise<void> {
		const deed = this.#done.at(-1);
		this.replaced = null;
		if (!deed) return this.#say('nothing to undo');
		this.#done = this.#done.slice(0, -1);
		this.#undone = [...this.#undone, deed];
		return this.#run(deed.back, `undone: ${deed.says}`);
	}

	/** Does again what was taken back last. */
	again(): Promise<void> {
		const deed = this.#undone.at(-1);
		if (!deed) return this.#say('nothing to do again');
		this.#undone = this.#undone.slice(0, -1);
		this.#done = [...this.#done, deed];
		return this.#run(deed.again, `done again: ${deed.says}`);
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

	#say(says: string): Promise<void> {
		this.says = says;
		return Promise.resolve();
	}

	/** One after the other, so that keys pressed quickly act in their order. */
	#run(act: () => Promise<unknown>, says: string): Promise<void> {
		const run = this.#running.then(act).then(() => {
			this.says = says;
		});
		this.#running = run.catch(() => undefined);
		return run;
	}
}

export const undo = new Undo();
