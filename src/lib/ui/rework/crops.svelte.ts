import { cropTo, type Crop } from '$lib/core/edits';
import { destinationOf, readUse, type Destination } from '$lib/core/frame';

/** The crops of a picture that are chosen, and where each lies. */
export class CropState {
	readonly #size: { width: number; height: number };
	readonly #destinations: () => readonly Destination[];
	/** What was typed besides. */
	#typed = $state.raw<readonly Destination[]>([]);
	/** Ids of them, in the order in which they were chosen. */
	chosen = $state.raw<readonly string[]>([]);
	/** The one whose frame is on the picture. */
	active = $state<string | null>(null);
	/** Where they lie: which share of what is cut off lies at the left and above. */
	#places = $state.raw<ReadonlyMap<string, { x: number; y: number }>>(new Map());

	/** @param destinations of the brief, as they are now */
	constructor(size: { width: number; height: number }, destinations: () => readonly Destination[]) {
		this.#size = size;
		this.#destinations = destinations;
	}

	/** What it may be cropped for: the brief's destinations, and what was typed. */
	readonly uses = $derived.by(() => [...this.#destinations(), ...this.#typed]);

	toggle(id: string): void {
		const on = this.chosen.includes(id);
		this.chosen = on ? this.chosen.filter((one) => one !== id) : [...this.chosen, id];
		this.active = on ? (this.chosen.at(-1) ?? null) : id;
	}

	/** A use as it is typed: "A5", "60 mm", "3 m x 1 m at 100 dpi", "1200 x 630". Says what is wrong. */
	type(written: string): string | null {
		const read = readUse(written);
		if ('problem' in read) return read.problem;
		if (!this.uses.some(({ id }) => id === written))
			this.#typed = [...this.#typed, destinationOf({ id: written, label: 'for', written })];
		if (!this.chosen.includes(written)) this.toggle(written);
		return null;
	}

	placeOf = (id: string) => this.#places.get(id) ?? { x: 0.5, y: 0.5 };

	boxOf = ({ id, ratio }: Pick<Destination, 'id' | 'ratio'>): Crop =>
		cropTo(this.#size, ratio, this.placeOf(id));

	/** Moves the frame that is on the picture, by shares of the picture. */
	move(from: { x: number; y: number }, by: { x: number; y: number }): void {
		const one = this.uses.find(({ id }) => id === this.active);
		if (!one) return;
		const { width, height } = this.boxOf(one);
		const to = (start: number, moved: number, room: number) =>
			room < 1e-6 ? start : Math.min(1, Math.max(0, start + moved / room));
		this.#places = new Map(this.#places).set(one.id, {
			x: to(from.x, by.x, 1 - width),
			y: to(from.y, by.y, 1 - height)
		});
	}

	all = (): Crop[] =>
		this.chosen.flatMap((id) => {
			const one = this.uses.find((other) => other.id === id);
			return one ? [this.boxOf(one)] : [];
		});
}
