/** What is open above the view, the last one on top: dialogs, the queue. */
class Layers {
	#open = $state.raw<{ close: () => void }[]>([]);

	/** Whether anything is open above the view. */
	get any(): boolean {
		return this.#open.length > 0;
	}

	/** Notes that something was opened. Returns what notes that it is closed. */
	push(close: () => void): () => void {
		const layer = { close };
		this.#open = [...this.#open, layer];
		return () => (this.#open = this.#open.filter((one) => one !== layer));
	}

	/** Closes what was opened last. Returns whether there was something. */
	closeLast(): boolean {
		const last = this.#open.at(-1);
		last?.close();
		return last !== undefined;
	}
}

export const layers = new Layers();

const focusable =
	'a[href], button:not([disabled]), input:not([disabled]):not([hidden]), select, textarea, [tabindex]:not([tabindex="-1"])';

/**
 * Puts the focus on the first thing inside that can have it, once it is in sight.
 * @returns what gives that up, as when it was closed before
 */
export function focusInto(inside: HTMLElement, ...wanted: string[]): () => void {
	let tries = 0;
	let gone = false;
	const put = () => {
		if (gone) return;
		const all = (wanted.length ? wanted : [focusable]).flatMap((kind) => [
			...inside.querySelectorAll<HTMLElement>(kind)
		]);
		const first = all.find((one) => one.checkVisibility({ visibilityProperty: true }));
		first?.focus();
		if (document.activeElement !== first || !first) if (tries++ < 30) requestAnimationFrame(put);
	};
	requestAnimationFrame(put);
	return () => void (gone = true);
}

/** Gives the focus back to what had it before something was opened, if that is still there. */
export function focusReturner(): () => void {
	const before = document.activeElement as HTMLElement | null;
	return () => {
		if (before?.isConnected && before !== document.body) before.focus();
	};
}
