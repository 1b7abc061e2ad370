import type { Sheet } from './edit';
import { editOf, type Edits } from './register';

/**
 * One picture under one list of edits after the other: what a list begins with like the one before is not made
 * again. So a tone is turned without cutting out anew, and several crops share all that comes before them.
 */
export class Chain {
	readonly #sheet: Sheet;
	/** What came of the edits of the last lists, each with all before it. */
	#made: { as: string; sheet: Sheet }[] = [];

	constructor(sheet: Sheet) {
		this.#sheet = sheet;
	}

	/** The picture with all edits of a list; not to be changed. */
	after(all: Edits): Sheet {
		let sheet = this.#sheet;
		for (const [i, { id, value }] of all.entries()) {
			const as = JSON.stringify([id, value]);
			if (this.#made[i]?.as !== as) {
				this.#made.length = i;
				this.#made.push({ as, sheet: editOf(id).apply(sheet, value) });
			}
			sheet = this.#made[i].sheet;
		}
		return sheet;
	}
}
