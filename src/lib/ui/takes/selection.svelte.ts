import type { Take } from '$lib/core/schema';
import { Choice } from './choice.svelte';

/** Which take has the focus, and which are chosen to be acted on together. */
export class Selection {
	readonly #takes: () => readonly Take[];
	readonly #choice: Choice;
	/** The take that keys act on where none is chosen. */
	focus = $state<string | null>(null);
	/** Where a choice along the takes began. */
	#from: string | null = null;

	/** @param takes those that there are */
	constructor(takes: () => readonly Take[], choice = new Choice()) {
		this.#takes = takes;
		this.#choice = choice;
	}

	/** Takes that a key acts on together, in the order in which they were chosen. */
	get selected(): ReadonlySet<string> {
		return this.#choice.ids;
	}

	readonly focused: Take | null = $derived.by(
		() => this.#takes().find(({ id }) => id === this.focus) ?? null
	);

	/** The takes that a key acts on: those chosen, of other briefs too, or else the one in focus. */
	readonly chosen: Take[] = $derived.by(() => {
		const { ids, takes } = this.#choice;
		const here = ids.size ? this.#takes().filter(({ id }) => ids.has(id)) : [];
		const known = new Set(here.map(({ id }) => id));
		const all = [...here, ...takes.filter(({ id }) => ids.has(id) && !known.has(id))];
		return all.length || !this.focused ? all : [this.focused];
	});

	/** Chooses a take, or takes it out of the choice. */
	toggle(id: string): void {
		const next = new Set(this.selected);
		if (!next.delete(id)) next.add(id);
		this.#choice.ids = next;
		this.#from = id;
	}

	/** Chooses these takes and no others. */
	choose(ids: Iterable<string>): void {
		this.#choice.ids = new Set(ids);
		this.#from = null;
	}

	/** Chooses these takes, too. */
	add(ids: Iterable<string>): void {
		this.#choice.ids = new Set([...this.selected, ...ids]);
	}

	/**
	 * Chooses all takes from the one that was chosen last, or is in focus, to another.
	 *
	 * @param order the takes in the order in which they are seen
	 */
	reach(order: readonly string[], id: string): void {
		const from = order.indexOf(this.#from ?? this.focus ?? id);
		const to = order.indexOf(id);
		if (to < 0) return;
		this.#from ??= this.focus;
		const [first, last] = from < 0 ? [to, to] : [Math.min(from, to), Math.max(from, to)];
		this.add(order.slice(first, last + 1));
	}
}
