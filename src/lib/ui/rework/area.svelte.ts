import { touches, type Stroke } from '$lib/core/area';
import * as store from '$lib/store';
import { areaMask, areaSeen } from '$lib/workers';

/** What the area is drawn with. */
export const tools = [
	{ id: 'brush', label: 'brush' },
	{ id: 'rubber', label: 'rubber' },
	{ id: 'box', label: 'box' },
	{ id: 'lasso', label: 'lasso' }
] as const satisfies readonly { id: Stroke['tool']; label: string }[];

/** The colour that an area is seen in. */
const TINT = [214, 70, 40] as const;

/** Longer side of what is seen while one draws, in pixels. */
const SEEN = 768;

/** Brushes, as shares of the picture's shorter side. */
const [THINNEST, WIDEST] = [0.01, 0.4];

/** Something that strokes on a picture make. */
export interface DrawnOn {
	readonly tool: Stroke['tool'];
	/** Of a line, as a share of the picture's shorter side. */
	readonly size: number;
	/** Red, green and blue of a stroke while it is drawn. */
	readonly colour: string;
	/** What they made, for the eye. */
	readonly seen: { tint: string } | null;
	add(stroke: Stroke): void | Promise<void>;
	readonly canUndo: boolean;
	readonly canRedo: boolean;
	undo(): void;
	redo(): void;
	clear(): void;
	/** A wider brush, or a thinner one. */
	widen(times: number): void;
}

/** The area of a picture that is made anew, as it is drawn. */
export class AreaState implements DrawnOn {
	readonly colour = TINT.join(' ');
	/** The picture's own pixels. */
	readonly #size: { width: number; height: number };
	readonly #name: string;
	tool = $state<Stroke['tool']>('brush');
	size = $state(0.12);
	/** In pixels of the picture. */
	grow = $state(0);
	feather = $state(0);
	strokes = $state.raw<readonly Stroke[]>([]);
	#undone = $state.raw<readonly Stroke[]>([]);
	/** How it is seen; null while there is none. */
	seen = $state.raw<{ tint: string; share: number } | null>(null);
	/** The mask as it is kept; null while there is none, or it is being made. */
	id = $state<string | null>(null);
	problem = $state<string | null>(null);
	#asked = 0;

	constructor(size: { width: number; height: number }, name: string) {
		this.#size = size;
		this.#name = name;
	}

	readonly canUndo = $derived.by(() => this.strokes.length > 0);
	readonly canRedo = $derived.by(() => this.#undone.length > 0);

	add(stroke: Stroke): void {
		if (!touches(stroke)) return;
		this.#undone = [];
		this.#put([...this.strokes, stroke]);
	}

	undo(): void {
		const last = this.strokes.at(-1);
		if (!last) return;
		this.#undone = [...this.#undone, last];
		this.#put(this.strokes.slice(0, -1));
	}

	redo(): void {
		const next = this.#undone.at(-1);
		if (!next) return;
		this.#undone = this.#undone.slice(0, -1);
		this.#put([...this.strokes, next]);
	}

	clear(): void {
		this.#undone = [...this.strokes].reverse();
		this.#put([]);
	}

	/** A wider brush, or a thinner one. */
	widen(times: number): void {
		this.size = Math.min(WIDEST, Math.max(THINNEST, Number((this.size * times).toPrecision(3))));
	}

	#put(strokes: readonly Stroke[]): void {
		this.strokes = strokes;
		void this.settle();
	}

	/** Shows the area at once, and makes its mask; both in workers, the latest wins. */
	async settle(): Promise<void> {
		const asked = ++this.#asked;
		const strokes = this.strokes;
		const shaping = { grow: this.grow, feather: this.feather };
		this.id = null;
		try {
			const seen = strokes.length ? await areaSeen(this.#size, strokes, shaping, TINT, SEEN) : null;
			if (asked !== this.#asked) return;
			this.leave();
			this.seen =
				seen && seen.share > 0 ? { tint: URL.createObjectURL(seen.tint), share: seen.share } : null;
			this.problem = null;
			if (!this.seen) return;
			const picture = await areaMask(this.#size, strokes, shaping);
			if (asked !== this.#asked) return;
			const name = `an area of ${this.#name}`;
			const kept = { name, picture, thumbnail: picture, addedAt: Date.now(), area: true };
			const id = await store.keepStart(kept);
			if (asked === this.#asked) this.id = id;
		} catch (cause) {
			const why = cause instanceof Error ? cause.message : String(cause);
			this.problem = `The area could not be kept. ${why} What was drawn is here still.`;
		}
	}

	/** Lets what is shown go. */
	leave(): void {
		if (this.seen) URL.revokeObjectURL(this.seen.tint);
	}
}
