import type { Take } from '$lib/core/schema';

/** Which take has the focus, and which are chosen to be acted on together. */
export class Selection {
	readonly #takes: () => readonly Take[];
	/** The take that keys act on where none is chosen. */
	focus = $state<string | null>(null);
	/** Takes that a key acts on together; none when it acts on the one in focus. */
	selected = $state.raw<ReadonlySet<string>>(new Set());

	/** @param takes those that there are */
	constructor(takes: () => readonly Take[]) {
		this.#takes = takes;
	}

	readonly focused: Take | null = $derived.by(
		() => this.#takes().find(({ id }) => id === this.focus) ?? null
	);

	/** The takes that a key acts on. */
	readonly chosen: Take[] = $derived.by(() => {
		if (!this.selected.size) return this.focused ? [this.focused] : [];
		return this.#takes().filter(({ id }) => this.selected.has(id));
	});

	/** Chooses a take, or takes it out of the choice. */
	toggle(id: string): void {
		const next = new Set(this.selected);
		if (!next.delete(id)) next.add(id);
		this.selected = next;
	}

	/** Chooses these takes and no others. */
	choose(ids: Iterable<string>): void {
		this.selected = new Set(ids);
	}
}
