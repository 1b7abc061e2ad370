import { cropTo, type Crop } from '$lib/core/edits';
import { destinations, type Destination } from '$lib/core/frame';

/** The crops of a picture that are chosen, and where each lies. */
export class CropState {
	readonly #size: { width: number; height: number };
	/** Ids of destinations, in the order in which they were chosen. */
	chosen = $state.raw<readonly string[]>([]);
	/** The one whose frame is on the picture. */
	active = $state<string | null>(null);
	/** Where they lie: which share of what is cut off lies at the left and above. */
	#places = $state.raw<ReadonlyMap<string, { x: number; y: number }>>(new Map());

	constructor(size: { width: number; height: number }) {
		this.#size = size;
	}

	toggle(id: string): void {
		const on = this.chosen.includes(id);
		this.chosen = on ? this.chosen.filter((one) => one !== id) : [...this.chosen, id];
		this.active = on ? (this.chosen.at(-1) ?? null) : id;
	}

	placeOf = (id: string) => this.#places.get(id) ?? { x: 0.5, y: 0.5 };

	boxOf = ({ id, ratio }: Pick<Destination, 'id' | 'ratio'>): Crop =>
		cropTo(this.#size, ratio, this.placeOf(id));

	/** Moves the frame that is on the picture, by shares of the picture. */
	move(from: { x: number; y: number }, by: { x: number; y: number }): void {
		const one = destinations.find(({ id }) => id === this.active);
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
			const one = destinations.find((other) => other.id === id);
			return one ? [this.boxOf(one)] : [];
		});
}
