import { tick } from 'svelte';
import {
	approach,
	CELL_GAP,
	inSight,
	placeAnew,
	sameSight,
	stepsOf,
	tracksOf,
	type Sight,
	type Tracks
} from '$lib/core/sheet';
import { whenRevealed } from '$lib/ui/shared';
import type { SheetState } from './state.svelte';

/** Rows and columns beyond what is in sight that are there as well, so that scrolling is even. */
const SPARE = 1;
/** About as many cells come into sight in one frame, so that none takes long. */
const CELLS_PER_FRAME = 16;
/** Pixels of the wheel for one step of size. */
const WHEEL_STEP = 100;

/** What the mat shows of the sheet: which cells are there, and where it is scrolled to. Made with a component. */
export class MatWindow {
	readonly #view: SheetState;
	#mat: HTMLElement | null = null;
	#width = $state(0);
	#height = $state(0);
	#scroll = $state.raw({ x: 0, y: 0 });
	/** What is there: it follows what is wanted, a few cells a frame. */
	#there = $state.raw<Sight>({ rows: { from: 0, to: 0 }, columns: { from: 0, to: 0 } });
	#frame = 0;
	/** A point of the mat about which cells grow; they grow about the take in focus without it. */
	#anchor: { x: number; y: number } | null = null;
	#before: { columns: Tracks; rows: Tracks } | null = null;
	#shownFocus: string | null = null;

	readonly #tracks = $derived.by(() => tracksOf(this.#view.content, this.#view.layout));

	/** Where the columns lie, from the first one. */
	get columns(): Tracks {
		return this.#tracks.columns;
	}
	/** Where the rows lie, from the first one. */
	get rows(): Tracks {
		return this.#tracks.rows;
	}

	/** How wide so many columns are together, in pixels. */
	across(from: number, count: number): number {
		const { starts, sizes } = this.columns;
		const last = from + count - 1;
		return starts[last] + sizes[last] - starts[from];
	}

	/** Size of all cells with their labels, in pixels. */
	readonly whole = $derived.by(() => {
		const { labels } = this.#view.content;
		return { width: labels.left + this.columns.whole, height: labels.top + this.rows.whole };
	});

	readonly #wanted: Sight = $derived.by(() => {
		const { printing, content, room } = this.#view;
		const { rows, columns, labels } = content;
		// On paper everything is in sight.
		if (printing)
			return { rows: { from: 0, to: rows.length }, columns: { from: 0, to: columns.length } };
		const { x, y } = this.#scroll;
		return {
			rows: inSight(this.rows, y, room.height - labels.top, SPARE),
			columns: inSight(this.columns, x, room.width - labels.left, SPARE)
		};
	});

	constructor(view: SheetState) {
		this.#view = view;
		$effect(() => {
			if (this.#width && this.#height) view.room = { width: this.#width, height: this.#height };
		});
		$effect(() => {
			if (view.printing) this.#there = this.#wanted;
			else if (!sameSight(this.#there, this.#wanted))
				this.#frame ||= requestAnimationFrame(() => this.#follow());
		});
		$effect(() => () => cancelAnimationFrame(this.#frame));
		$effect(() => this.#resized(this.#tracks));
		$effect(() => this.#focused(view.selection.focus));
	}

	/** The cells that are there. */
	get there(): Sight {
		return this.#there;
	}

	/** What is seen of the mat, in pixels. */
	get width(): number {
		return this.#width;
	}
	get height(): number {
		return this.#height;
	}

	/** Makes an element the mat. */
	readonly attach = (mat: HTMLElement) => {
		this.#mat = mat;
		const watcher = new ResizeObserver(() => {
			this.#width = mat.clientWidth;
			this.#height = mat.clientHeight;
		});
		watcher.observe(mat);
		const scrolled = () => (this.#scroll = { x: mat.scrollLeft, y: mat.scrollTop });
		const wheel = (event: WheelEvent) => this.#wheel(event);
		mat.addEventListener('scroll', scrolled, { passive: true });
		mat.addEventListener('wheel', wheel, { passive: false });
		mat.dataset.sight = '';
		const forget = whenRevealed(() => this.#reveal());
		return () => {
			forget();
			watcher.disconnect();
			mat.removeEventListener('scroll', scrolled);
			mat.removeEventListener('wheel', wheel);
			this.#mat = null;
		};
	};

	#follow(): void {
		this.#frame = 0;
		this.#there = approach(this.#there, this.#wanted, CELLS_PER_FRAME);
	}

	/** Ctrl and the wheel size the cells about the pointer. */
	#wheel(event: WheelEvent): void {
		if (!event.ctrlKey || !this.#mat) return;
		event.preventDefault();
		const box = this.#mat.getBoundingClientRect();
		this.#anchor = { x: event.clientX - box.left, y: event.clientY - box.top };
		// Beyond its ends the size stays, so that turning back takes effect at once.
		this.#view.zoomTo(stepsOf(this.#view.layout) - event.deltaY / WHEEL_STEP);
	}

	/** Keeps a point of the mat where it is when cells are sized. */
	#resized(now: { columns: Tracks; rows: Tracks }): void {
		const before = this.#before;
		const same = (a: Tracks, b: Tracks) => a.starts.length === b.starts.length;
		const sized =
			before &&
			(before.columns.whole !== now.columns.whole || before.rows.whole !== now.rows.whole);
		// Other cells are another sheet: there is no point of it to keep.
		if (sized && this.#mat && same(before.columns, now.columns) && same(before.rows, now.rows)) {
			const { labels } = this.#view.content;
			const at = this.#anchor ?? this.#middleOfFocus(before);
			const { x, y } = this.#scroll;
			const along = (scrolled: number, start: number, lead: number, was: Tracks, is: Tracks) =>
				placeAnew(was, is, scrolled + start - lead) + lead - start;
			this.#mat.scrollLeft = along(x, at.x, labels.left, before.columns, now.columns);
			this.#mat.scrollTop = along(y, at.y, labels.top, before.rows, now.rows);
			if (!this.#anchor) this.#reveal();
		}
		this.#anchor = null;
		this.#before = now;
	}

	/** The middle of the take in focus as cells lay before, or else of what is seen. */
	#middleOfFocus({ columns, rows }: { columns: Tracks; rows: Tracks }): { x: number; y: number } {
		const { selection, places, content } = this.#view;
		const { focus } = selection;
		const at = focus && places.get(focus);
		if (!at) return { x: this.#width / 2, y: this.#height / 2 };
		const { left, top } = content.labels;
		const middle = ({ starts, sizes }: Tracks, i: number) => starts[i] + sizes[i] / 2;
		return {
			x: left + middle(columns, at.column) - this.#scroll.x,
			y: top + middle(rows, at.row) - this.#scroll.y
		};
	}

	/** Brings the take in focus into sight. */
	#reveal(): void {
		const { selection, places, content } = this.#view;
		const { focus } = selection;
		const at = focus && places.get(focus);
		const mat = this.#mat;
		if (!at || !mat) return;
		const show = (side: 'scrollLeft' | 'scrollTop', start: number, size: number, room: number) => {
			if (start < mat[side]) mat[side] = start;
			else if (start + size > mat[side] + room) mat[side] = start + size - room;
		};
		const { columns, rows } = this;
		const { left, top } = content.labels;
		show(
			'scrollLeft',
			columns.starts[at.column],
			columns.sizes[at.column] + CELL_GAP,
			this.#width - left
		);
		show('scrollTop', rows.starts[at.row], rows.sizes[at.row] + CELL_GAP, this.#height - top);
	}

	#focused(focus: string | null): void {
		const mat = this.#mat;
		if (!focus || focus === this.#shownFocus || !this.#width || !mat) return;
		// The focus of the page goes along when it is on the mat.
		const along = mat.contains(document.activeElement) && document.activeElement !== mat;
		this.#shownFocus = focus;
		this.#reveal();
		if (along)
			void tick().then(() =>
				mat.querySelector<HTMLElement>(`[data-take="${focus}"]`)?.focus({ preventScroll: true })
			);
	}
}

/** The numbers from one to before another. */
export const between = (from: number, to: number): number[] =>
	Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i);
