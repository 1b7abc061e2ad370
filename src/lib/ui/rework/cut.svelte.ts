import { thinned, touches, type Stroke } from '$lib/core/area';
import { CUT_SIDE, editIn, type CutMask, type CutStroke } from '$lib/core/edits';
import * as store from '$lib/store';
import { cutAfter, readyToCut } from '$lib/workers';
import type { DrawnOn } from './area.svelte';
import type { EditState } from './edits.svelte';

/** What is drawn with, and what it says. */
export const cutTools = [
	{ id: 'box', label: 'box', says: 'within', tool: 'box' },
	{ id: 'lasso', label: 'lasso', says: 'within', tool: 'lasso' },
	{ id: 'keep', label: 'keep', says: 'keep', tool: 'brush' },
	{ id: 'leave', label: 'leave', says: 'leave', tool: 'brush' }
] as const satisfies readonly {
	id: string;
	label: string;
	says: CutStroke['says'];
	tool: Stroke['tool'];
}[];

/** Brushes, as shares of the picture's shorter side. */
const [THINNEST, WIDEST] = [0.005, 0.2];

/** Longer side of the mask of a first look, in pixels: what follows is seen at once, and then finely. */
const FIRST_LOOK = 96;

/** Places of a stroke nearer than this fall on one pixel of the mask. */
const STEP = 1 / CUT_SIDE;

interface Step extends CutMask {
	strokes: readonly CutStroke[];
}
const nothing: Step = { strokes: [], mask: '', width: 1, height: 1 };

const maskOf = ({ mask, width, height }: CutMask): CutMask => ({ mask, width, height });

/** A thing that is being cut out of a picture, stroke by stroke. */
export class CutState implements DrawnOn {
	readonly #edit: EditState;
	chosen = $state<(typeof cutTools)[number]['id']>('box');
	size = $state(0.03);
	soft = $state(0.1);
	/** Strokes that are looked at, or wait for it. */
	#waiting = $state(0);
	#turn = Promise.resolve();
	problem = $state<string | null>(null);
	/** What was kept after every stroke, the first with none. */
	#steps = $state.raw<readonly Step[]>([nothing]);
	#undone = $state.raw<readonly Step[]>([]);
	#picture: Blob | undefined;
	readonly seen = null;

	constructor(edit: EditState) {
		this.#edit = edit;
		const before = editIn(edit.edits, 'cutout');
		if (!before) return;
		this.soft = before.soft;
		this.#steps = [nothing, before];
	}

	readonly #kind = $derived.by(() => cutTools.find(({ id }) => id === this.chosen)!);
	readonly tool = $derived.by(() => this.#kind.tool);
	readonly colour = $derived.by(() => (this.chosen === 'leave' ? '40 40 44' : '38 150 90'));
	readonly busy = $derived.by(() => this.#waiting > 0);
	readonly canUndo = $derived.by(() => !this.busy && this.#steps.length > 1);
	readonly canRedo = $derived.by(() => !this.busy && this.#undone.length > 0);
	readonly begun = $derived.by(() => this.#steps.at(-1)!.mask !== '');

	/** Loads the library while the first stroke is still being drawn. */
	async ready(): Promise<void> {
		try {
			await readyToCut(await this.#one());
		} catch (cause) {
			this.#failed(cause);
		}
	}

	/** A stroke that is drawn while another is looked at waits for its turn. */
	add(stroke: Stroke): Promise<void> {
		if (!touches(stroke)) return this.#turn;
		const { says } = this.#kind;
		this.#waiting++;
		this.#turn = this.#turn.then(() => this.#add(stroke, says));
		return this.#turn;
	}

	async #add(stroke: Stroke, says: CutStroke['says']): Promise<void> {
		const before = this.#steps.at(-1)!;
		// What is drawn round the thing begins anew.
		const next = [...(says === 'within' ? [] : before.strokes), { ...thinned(stroke, STEP), says }];
		try {
			const one = await this.#one();
			const was = before.mask ? maskOf(before) : null;
			const look = await cutAfter(one, next, was, FIRST_LOOK);
			// It is shown, not kept: what follows goes on from the fine one.
			this.#show({ ...look, strokes: next });
			const found = await cutAfter(one, next, was, CUT_SIDE);
			this.#undone = [];
			this.#steps = [...this.#steps, { ...found, strokes: next }];
			this.problem = null;
			this.#put();
			// Once it is found, it is put right by lines.
			if (says === 'within' && this.#kind.says === 'within') this.chosen = 'keep';
		} catch (cause) {
			this.#failed(cause);
			this.#put();
		} finally {
			this.#waiting--;
		}
	}

	undo(): void {
		if (!this.canUndo) return;
		this.#undone = [...this.#undone, this.#steps.at(-1)!];
		this.#steps = this.#steps.slice(0, -1);
		this.#put();
	}

	redo(): void {
		const next = this.#undone.at(-1);
		if (!next || !this.canRedo) return;
		this.#undone = this.#undone.slice(0, -1);
		this.#steps = [...this.#steps, next];
		this.#put();
	}

	clear(): void {
		if (!this.begun || this.busy) return;
		this.#undone = [];
		this.#steps = [...this.#steps, nothing];
		this.#put();
		this.chosen = 'box';
	}

	widen(times: number): void {
		this.size = Math.min(WIDEST, Math.max(THINNEST, Number((this.size * times).toPrecision(3))));
	}

	soften(soft: number): void {
		if (soft === this.soft) return;
		this.soft = soft;
		this.#put();
	}

	#put(): void {
		this.#show(this.#steps.at(-1)!);
	}

	#show(step: Step): void {
		const strokes = [...step.strokes];
		this.#edit.set('cutout', { ...maskOf(step), strokes, soft: this.soft });
	}

	async #one() {
		const { original } = this.#edit;
		this.#picture ??= (await store.pictureOf(original.id))?.picture;
		if (!this.#picture) throw new Error('Its picture is not here any more.');
		return { key: original.id, picture: this.#picture };
	}

	#failed(cause: unknown): void {
		const why = cause instanceof Error ? cause.message : String(cause);
		this.problem = `It could not be cut out. ${why} What was cut before is here still.`;
	}
}
