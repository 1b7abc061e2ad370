import { touches, type Stroke } from '$lib/core/area';
import * as store from '$lib/store';
import { areaOf } from '$lib/workers';

/** What the area is drawn with. */
export const tools = [
	{ id: 'brush', label: 'brush' },
	{ id: 'rubber', label: 'rubber' },
	{ id: 'box', label: 'box' },
	{ id: 'lasso', label: 'lasso' }
] as const satisfies readonly { id: Stroke['tool']; label: string }[];

/** The colour that an area is seen in. */
const TINT = [214, 70, 40] as const;

/** Brushes, as shares of the picture's shorter side. */
const [THINNEST, WIDEST] = [0.01, 0.4];

/** The area of a picture that is made anew, as it is drawn. */
export class AreaState {
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
	/** The mask as it is kept, by its id, and how it is seen; null while there is none. */
	mask = $state.raw<{ id: string; tint: string; share: number } | null>(null);
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

	/** Makes the mask anew, in a worker; the latest wins. */
	async settle(): Promise<void> {
		const asked = ++this.#asked;
		const strokes = this.strokes;
		try {
			const made = strokes.length
				? await areaOf(this.#size, strokes, { grow: this.grow, feather: this.feather }, TINT)
				: null;
			if (asked !== this.#asked) return;
			const id =
				made && made.share > 0
					? await store.keepStart({
							name: `an area of ${this.#name}`,
							picture: made.mask,
							thumbnail: made.mask,
							addedAt: Date.now(),
							area: true
						})
					: null;
			if (asked !== this.#asked) return;
			this.leave();
			this.mask = id ? { id, tint: URL.createObjectURL(made!.tint), share: made!.share } : null;
			this.problem = null;
		} catch (cause) {
			const why = cause instanceof Error ? cause.message : String(cause);
			this.problem = `The area could not be kept. ${why} What was drawn is here still.`;
		}
	}

	/** Lets what is shown go. */
	leave(): void {
		if (this.mask) URL.revokeObjectURL(this.mask.tint);
	}
}
