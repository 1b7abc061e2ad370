import { tick } from 'svelte';
import {
	approach,
	linesBetween,
	linesOfItems,
	sameSight,
	stepsOf,
	wallHeight,
	type MatLayout,
	type Sides,
	type Sight,
	type WallItem,
	type WallLine
} from '$lib/core/sheet';
import { whenRevealed } from './sight';

/** So much above and below what is in sight is there as well, in pixels. */
const SPARE = 240;
/** As many lines come into sight in one frame, so that none takes long. */
const LINES_PER_FRAME = 3;
/** Pixels of the wheel for one step of size. */
const WHEEL_STEP = 100;
/** Room at both sides for the outline of what is in focus, and for a bar to scroll by, in pixels. */
const EDGES = 4 + 14;

/** What a wall is made of. */
export interface WallSources<Item extends WallItem> {
	lines: () => readonly WallLine<Item>[];
	layout: () => MatLayout;
	focus: () => string | null;
	/** Whether all of it is to be there, as on paper. */
	whole: () => boolean;
	onroom: (room: Sides) => void;
	onzoom: (steps: number) => void;
}

/** What is seen of a wall: which lines are there, and where it is scrolled to. Made with a component. */
export class WallWindow<Item extends WallItem> {
	readonly #from: WallSources<Item>;
	#wall: HTMLElement | null = null;
	#room = $state.raw<Sides>({ width: 0, height: 0 });
	#scroll = $state(0);
	#there = $state.raw<Sight>({ rows: { from: 0, to: 0 }, columns: { from: 0, to: 1 } });
	#frame = 0;
	/** What stays where it is while rows are sized: an item, and how far below the top of the view. */
	#anchor: { id: string; below: number } | null = null;
	#before: number | null = null;
	#shownFocus: string | null = null;

	readonly height = $derived.by(() => wallHeight(this.#from.lines()));
	readonly #places = $derived.by(() => linesOfItems(this.#from.lines()));

	readonly #wanted: Sight = $derived.by(() => {
		const lines = this.#from.lines();
		const rows = this.#from.whole()
			? { from: 0, to: lines.length }
			: linesBetween(lines, this.#scroll - SPARE, this.#scroll + this.#room.height + SPARE);
		return { rows, columns: { from: 0, to: 1 } };
	});

	/** The lines that are there. */
	readonly there: readonly WallLine<Item>[] = $derived.by(() => {
		const { from, to } = this.#there.rows;
		return this.#from.lines().slice(from, to);
	});

	constructor(from: WallSources<Item>) {
		this.#from = from;
		$effect(() => {
			if (this.#room.width && this.#room.height) from.onroom(this.#room);
		});
		$effect(() => {
			if (from.whole()) this.#there = this.#wanted;
			else if (!sameSight(this.#there, this.#wanted))
				this.#frame ||= requestAnimationFrame(() => {
					this.#frame = 0;
					this.#there = approach(this.#there, this.#wanted, LINES_PER_FRAME);
				});
		});
		$effect(() => () => cancelAnimationFrame(this.#frame));
		$effect(() => this.#resized(from.layout().height));
		$effect(() => this.#focused(from.focus()));
	}

	/** Makes an element the wall. */
	readonly attach = (wall: HTMLElement) => {
		this.#wall = wall;
		const watcher = new ResizeObserver(() => {
			const width = wall.offsetWidth - EDGES;
			if (width !== this.#room.width || wall.clientHeight !== this.#room.height)
				this.#room = { width, height: wall.clientHeight };
		});
		watcher.observe(wall);
		const scrolled = () => (this.#scroll = wall.scrollTop);
		const wheel = (event: WheelEvent) => this.#wheel(event);
		wall.addEventListener('scroll', scrolled, { passive: true });
		wall.addEventListener('wheel', wheel, { passive: false });
		wall.dataset.sight = '';
		const forget = whenRevealed(() => this.#reveal(this.#from.focus()));
		return () => {
			forget();
			watcher.disconnect();
			wall.removeEventListener('scroll', scrolled);
			wall.removeEventListener('wheel', wheel);
			this.#wall = null;
		};
	};

	/** Ctrl and the wheel size the rows about the pointer. */
	#wheel(event: WheelEvent): void {
		if (!event.ctrlKey || !this.#wall) return;
		event.preventDefault();
		const below = event.clientY - this.#wall.getBoundingClientRect().top;
		const { from } = linesBetween(this.#from.lines(), this.#scroll + below, Infinity);
		const line = this.#from.lines()[from];
		const item = line?.boxes[0]?.item;
		if (item) this.#anchor = { id: item.id, below: line.top - this.#scroll };
		this.#from.onzoom(stepsOf(this.#from.layout()) - event.deltaY / WHEEL_STEP);
	}

	#resized(height: number): void {
		const before = this.#before;
		this.#before = height;
		if (before === null || before === height || !this.#wall) return;
		const anchor = this.#anchor;
		this.#anchor = null;
		const at = anchor && this.#places.get(anchor.id);
		if (anchor && at !== undefined && at !== null) {
			const { top } = this.#from.lines()[at];
			void tick().then(() => this.#wall && (this.#wall.scrollTop = top - anchor.below));
		} else void tick().then(() => this.#reveal(this.#from.focus()));
	}

	#reveal(focus: string | null): void {
		const wall = this.#wall;
		const at = focus === null ? undefined : this.#places.get(focus);
		if (!wall || at === undefined) return;
		const { top, height } = this.#from.lines()[at];
		// The words above a group come along with its first row.
		const above = this.#from.lines()[at - 1];
		const start = above?.says ? above.top : top;
		if (start < wall.scrollTop) wall.scrollTop = start;
		else if (top + height > wall.scrollTop + wall.clientHeight)
			wall.scrollTop = top + height - wall.clientHeight;
	}

	#focused(focus: string | null): void {
		const wall = this.#wall;
		if (!focus || focus === this.#shownFocus || !this.#room.width || !wall) return;
		const along = wall.contains(document.activeElement) && document.activeElement !== wall;
		this.#shownFocus = focus;
		this.#reveal(focus);
		if (along)
			requestAnimationFrame(() =>
				wall.querySelector<HTMLElement>(`[data-take="${focus}"]`)?.focus({ preventScroll: true })
			);
	}
}
