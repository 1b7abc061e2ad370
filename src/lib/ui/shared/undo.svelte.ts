/** What was done, so that it can be taken back, newest first. */
class Undo {
	#done = $state.raw<(() => Promise<void>)[]>([]);

	get depth(): number {
		return this.#done.length;
	}

	push(takeBack: () => Promise<void>): void {
		this.#done = [...this.#done.slice(-199), takeBack];
	}

	async last(): Promise<void> {
		const takeBack = this.#done.at(-1);
		this.#done = this.#done.slice(0, -1);
		await takeBack?.();
	}
}

export const undo = new Undo();
