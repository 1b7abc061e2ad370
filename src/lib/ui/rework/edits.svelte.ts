import {
	editIn,
	noTones,
	withEdit,
	type Crop,
	type EditId,
	type Edits,
	type EditValue,
	type Tones
} from '$lib/core/edits';
import type { Take } from '$lib/core/schema';
import * as store from '$lib/store';
import { previewEdits } from '$lib/workers';

/** Longer side of what is shown at once, and as soon as nothing further is asked for. */
const [AT_ONCE, SHOWN] = [400, 900];

/** The changes of a picture as they are turned: nothing is kept before it is saved. */
export class EditState {
	/** The take whose own picture is changed: of an edited one, the one that it was made from. */
	readonly original: Take;
	edits = $state.raw<Edits>([]);
	/** How the picture is with them. */
	shown = $state.raw<ImageBitmap | null>(null);
	counts = $state.raw<[Uint32Array, Uint32Array, Uint32Array] | null>(null);
	problem = $state<string | null>(null);
	#picture: Blob | undefined;
	#asked = 0;
	#busy = false;

	constructor(original: Take, edits: Edits) {
		this.original = original;
		this.edits = edits;
		void this.#show();
	}

	readonly tones: Tones = $derived.by(() => editIn(this.edits, 'tones') ?? noTones);

	turn(change: Partial<Tones>): void {
		// Sliders say what they stand at whenever they are drawn.
		const { tones } = this;
		if (Object.entries(change).every(([id, value]) => tones[id as keyof Tones] === value)) return;
		this.set('tones', { ...this.tones, ...change });
	}

	/** Sets one kind of change, and shows it. */
	set<Id extends EditId>(id: Id, value: EditValue<Id>): void {
		this.edits = withEdit(this.edits, id, value);
		void this.#show();
	}

	/** The list with another crop. */
	cropped = (crop: Crop): Edits => withEdit(this.edits, 'crop', crop);

	/** Shows the latest: one preview at a time, what was asked for between two is left out. */
	async #show(): Promise<void> {
		this.#asked++;
		if (this.#busy) return;
		this.#busy = true;
		try {
			this.#picture ??= (await store.pictureOf(this.original.id))?.picture;
			if (!this.#picture) throw new Error('Its picture is not here any more.');
			const one = { key: this.original.id, picture: this.#picture };
			for (let made = -1; made !== this.#asked;) {
				made = this.#asked;
				// Crops are shown as frames on the whole.
				const uncut = this.edits.filter(({ id }) => id !== 'crop');
				for (const longest of [AT_ONCE, SHOWN]) {
					const { picture, counts } = await previewEdits(one, longest, uncut);
					this.shown?.close();
					this.shown = picture;
					this.counts = counts;
					// What is no larger than that is all of it already.
					const all = Math.max(picture.width, picture.height) < longest;
					if (all || made !== this.#asked) break;
				}
			}
			this.problem = null;
		} catch (cause) {
			const why = cause instanceof Error ? cause.message : String(cause);
			this.problem = `The picture cannot be shown with its changes. ${why}`;
		} finally {
			this.#busy = false;
		}
	}

	leave(): void {
		this.shown?.close();
	}
}
