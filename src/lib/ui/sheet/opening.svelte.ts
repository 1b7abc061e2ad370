import type { Take } from '$lib/core/schema';
import { learnKeys } from '$lib/core/sheet';

/** Parts of the sheet: first what is looked up, then the pictures, then what stands round them. */
const PARTS = 6;
/** As many takes are read at once as take a few milliseconds. */
const MANY = 250;

const nextFrame = () =>
	new Promise<void>((resolve) => requestAnimationFrame(() => setTimeout(resolve)));

/** Opens the sheet part by part, a frame for each, so that no single task holds the page for long. */
export class Opening {
	/** How many parts are there. */
	parts = $state(0);
	#begun = false;

	/** Begins, once. */
	async open(takes: readonly Take[]): Promise<void> {
		if (this.#begun) return;
		this.#begun = true;
		for (let at = 0; at < takes.length; at += MANY) {
			takes.slice(at, at + MANY).forEach(learnKeys);
			if (at + MANY < takes.length) await new Promise((resolve) => setTimeout(resolve));
		}
		while (this.parts < PARTS) {
			await nextFrame();
			this.parts++;
		}
	}
}
