import type { Take } from '$lib/core/schema';
import { closer, scaleTo, WHOLE, type Look } from '$lib/core/sheet';

/** More pictures than this on the table are too small to be judged. */
export const MOST_ON_TABLE = 4;

/** What the table works on. */
export interface TableSources {
	/** Takes that lie on it, as the address says. */
	open: () => readonly string[];
	takeOf: (id: string) => Take | undefined;
	/** Takes that are chosen, in the order in which they were. */
	chosen: () => readonly string[];
	choose: (ids: readonly string[]) => void;
	/** Opens the table with takes, or closes it. */
	show: (ids: readonly string[]) => void;
}

/** The table, where up to four takes are looked at closely. */
export class TableState {
	readonly #from: TableSources;
	/** How pictures are looked at: by the same place of each, whatever its frame. */
	look = $state.raw<Look>(WHOLE);
	/** How large each picture's window is, in pixels. */
	windowSize = $state.raw({ width: 1, height: 1 });

	constructor(from: TableSources) {
		this.#from = from;
	}

	readonly takes: Take[] = $derived.by(() =>
		this.#from.open().flatMap((id) => this.#from.takeOf(id) ?? [])
	);

	/** Compares a take with those that are chosen; without any it is chosen for the next one. */
	compare(id: string): void {
		const others = this.#from.chosen().filter((other) => other !== id);
		const all = [...others, id];
		if (!others.length && this.#from.chosen().length) return this.#from.choose([]);
		this.#from.choose(all);
		if (all.length > 1) this.open(null);
	}

	/** Opens what is chosen, the last four, or else one take. */
	open(id: string | null): void {
		const chosen = this.#from.chosen();
		const ids = chosen.length > 1 ? chosen.slice(-MOST_ON_TABLE) : id ? [id] : [];
		if (ids.length) this.#from.show(ids);
	}

	close(): void {
		this.#from.show([]);
	}

	/** So many pixels of the screen for one of the first picture; 0 for the whole. */
	lookPixels(pixels: number): void {
		const [first] = this.takes;
		if (!pixels || !first) this.look = WHOLE;
		else
			this.look = {
				...this.look,
				scale: scaleTo(pixels, this.windowSize, first.settings, devicePixelRatio)
			};
	}

	/** Looks closer, or less close, at the same place. */
	lookTimes(by: number): void {
		this.look = closer(this.look, by);
	}
}
