import { goto } from '$app/navigation';
import { page } from '$app/state';
import { isDialId, stopKey, dialOf, type DialId } from '$lib/core/dials';
import type { Take } from '$lib/core/schema';
import {
	commonStop,
	layOut,
	stopsAmong,
	suggestAxes,
	variedAmong,
	type Axes,
	type Sheet
} from '$lib/core/sheet';

/** What the sheet shows, kept in the address, so that reload and back lead to the same view. */
export class SheetState {
	readonly #all: () => Take[];
	/** The take that the keys act on. */
	focus = $state<string | null>(null);
	/** Takes put aside to be seen side by side, two at most. */
	pair = $state.raw<string[]>([]);

	constructor(takes: () => Take[]) {
		this.#all = takes;
	}

	/** The run whose takes alone are shown; null for all takes of the brief. */
	readonly run: string | null = $derived.by(() => {
		const run = page.url.searchParams.get('run');
		return run && this.#all().some(({ planId }) => planId === run) ? run : null;
	});

	/** Takes made after this instant are new: when the sheet was last looked at. */
	seen = $state(Infinity);

	readonly takes: Take[] = $derived.by(() =>
		this.run ? this.#all().filter(({ planId }) => planId === this.run) : this.#all()
	);

	#takes = (): Take[] => this.takes;

	readonly suggested = $derived.by(() => suggestAxes(this.#takes()));
	readonly varied = $derived.by(() => variedAmong(this.#takes()));

	readonly axes: Axes = $derived.by(() => {
		const used = new Set<DialId>();
		const read = (name: keyof Axes): DialId | null => {
			const value = page.url.searchParams.get(name);
			const wanted = isDialId(value) && this.varied.includes(value) ? value : this.suggested[name];
			// A dial stands on one axis alone.
			if (value === 'none' || wanted === null || used.has(wanted)) return null;
			used.add(wanted);
			return wanted;
		};
		return { rows: read('rows'), columns: read('columns'), then: read('then') };
	});

	/** The stop at which each dial off the axes is shown. */
	readonly held: Map<DialId, string> = $derived.by(() => {
		const held = new Map<DialId, string>();
		let rest = this.#takes();
		for (const dial of this.varied) {
			if (Object.values(this.axes).includes(dial)) continue;
			// Only what was run with the stops chosen so far can be chosen from.
			const stops = stopsAmong(rest, dial);
			const asked = page.url.searchParams.get(dial);
			const key = stops.some((s) => s.key === asked) ? asked! : commonStop(rest, dial);
			if (key === undefined) continue;
			held.set(dial, key);
			rest = rest.filter((take) => stopKey(dialOf(dial).read(take)) === key);
		}
		return held;
	});

	readonly shown: Take[] = $derived.by(() =>
		this.#takes().filter((take) =>
			[...this.held].every(([dial, key]) => stopKey(dialOf(dial).read(take)) === key)
		)
	);

	readonly sheet: Sheet = $derived.by(() => layOut(this.shown, this.axes));

	/** The take that stands in each cell, row by row: the newest that is not cancelled, if any. */
	readonly grid: (Take | null)[][] = $derived.by(() =>
		this.sheet.cells.map((row) =>
			row.map(
				({ takes }) => takes.findLast(({ state }) => state !== 'cancelled') ?? takes.at(-1) ?? null
			)
		)
	);

	readonly focused: Take | null = $derived.by(
		() => this.#takes().find(({ id }) => id === this.focus) ?? null
	);

	readonly open: string[] = $derived.by(() =>
		(page.url.searchParams.get('open') ?? '').split('.').filter(Boolean)
	);

	/** How much larger than fitting the cells are, in steps of a quarter. */
	readonly size: number = $derived.by(() =>
		Math.max(-4, Math.min(8, Number(page.url.searchParams.get('size')) || 0))
	);

	readonly mat: number = $derived.by(() => {
		const mat = Number(page.url.searchParams.get('mat') ?? 1);
		return mat >= 0 && mat <= 3 ? mat : 1;
	});

	/** Changes what the address says; null takes it out. */
	set(change: Record<string, string | null>, keepHistory = false): void {
		const url = new URL(page.url);
		for (const [name, value] of Object.entries(change)) {
			if (value === null) url.searchParams.delete(name);
			else url.searchParams.set(name, value);
		}
		void goto(url, { replaceState: !keepHistory, keepFocus: true, noScroll: true });
	}

	/** Moves the focus by rows and columns, stopping at the edges. */
	move(down: number, across: number): void {
		const grid = this.grid;
		let row = grid.findIndex((cells) => cells.some((t) => t?.id === this.focus));
		if (row < 0) {
			this.focus = grid.flat().find((t) => t)?.id ?? null;
			return;
		}
		let column = grid[row].findIndex((t) => t?.id === this.focus);
		for (;;) {
			row += down;
			column += across;
			if (!grid[row] || column < 0 || column >= grid[row].length) return;
			const next = grid[row][column];
			if (next) {
				this.focus = next.id;
				return;
			}
		}
	}

	/** Puts a take aside to be compared, or takes it back; the third takes the first one's place. */
	putAside(id: string): void {
		this.pair = this.pair.includes(id)
			? this.pair.filter((other) => other !== id)
			: [...this.pair, id].slice(-2);
		if (this.pair.length === 2) this.set({ open: this.pair.join('.') }, true);
	}
}
