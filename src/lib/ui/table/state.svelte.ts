import type { Take } from '$lib/core/schema';
import { closer, scaleTo, WHOLE, type Look } from '$lib/core/sheet';

/** More pictures than this on the table are too small to be judged. */
const MOST_ON_TABLE = 4;

/** What the table works on. */
export interface TableSources {
	/** Takes that lie on it, as the address says. */
	open: () => readonly string[];
	takeOf: (id: string) => Take | undefined;
	/** Opens the table with takes, or closes it. */
	show: (ids: readonly string[]) => void;
}

/** The table, where up to four takes are looked at closely. */
export class TableState {
	readonly #from: TableSources;
	/** Takes put aside to be laid on the table; none while it is open. */
	aside = $state.raw<readonly string[]>([]);
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

	/** Puts a take aside with others, or takes it back; the last so many stay. */
	#put(id: string, most: number): void {
		this.aside = this.aside.includes(id)
			? this.aside.filter((other) => other !== id)
			: [...this.aside, id].slice(-most);
	}

	/** Puts a take aside for the table, four at most, or takes it back. */
	put(id: string): void {
		this.#put(id, MOST_ON_TABLE);
	}

	/** Puts a take aside to be compared: the second one opens the table with both. */
	compare(id: string): void {
		this.#put(id, 2);
		if (this.aside.length === 2) this.open(null);
	}

	/** Opens what was put aside, or else one take. */
	open(id: string | null): void {
		const ids = this.aside.length > 1 ? this.aside : id ? [id] : [];
		this.aside = [];
		if (ids.length) this.#from.show(ids);
	}

	close(): void {
		this.aside = [];
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
