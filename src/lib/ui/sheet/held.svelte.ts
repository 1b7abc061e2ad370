import { chanceDials, isDialId } from '$lib/core/dials';
import type { Judged } from '$lib/core/judge';
import type { Plan, Take } from '$lib/core/schema';
import {
	holdBeside,
	suggestAxes,
	variedAmong,
	type Axes,
	type AxisId,
	type Known
} from '$lib/core/sheet';
import { SheetAddress } from './address.svelte';
import { readAxes } from './read-address';

/** Where nothing stands on an axis. */
const noAxes: Axes = { rows: null, columns: null, then: null };

export const isChance = (axis: AxisId): boolean => isDialId(axis) && chanceDials.includes(axis);

/** What the sheet is made of. */
export interface Sources {
	takes: () => Take[];
	/** The brief that is open. */
	brief: () => string;
	/** Its runs, in their order. */
	plans: () => readonly Plan[];
	known: () => Known;
	judged: (take: Take) => Judged;
	/** What a take counts when rows and columns are put in order. */
	score: (take: Take, order: 'marks' | 'measure') => number | undefined;
}

/** Which takes are shown: of which run, along which axes, and at which stops all other dials are held. */
export class HeldTakes {
	protected readonly from: Sources;
	readonly address = new SheetAddress();
	/** Where dials off the axes were held last. */
	readonly #lastHeld = new Map<AxisId, string>();

	constructor(from: Sources) {
		this.from = from;
		// What was in sight stays in sight, though another stop may have more takes by then.
		$effect(() => {
			for (const [axis, key] of this.held) this.#lastHeld.set(axis, key);
		});
	}

	/** All takes that there are, in sight or not. */
	readonly all: Take[] = $derived.by(() => this.from.takes());

	/** The run whose takes alone are shown; null for all takes of the brief. */
	readonly run: string | null = $derived.by(() => {
		const run = this.address.asked.get('run');
		return run && this.all.some(({ planId }) => planId === run) ? run : null;
	});

	readonly takes: Take[] = $derived.by(() =>
		this.run
			? // Takes of another brief that stand beside are of no run of this one.
				this.all.filter(
					({ planId, briefId }) => planId === this.run || briefId !== this.from.brief()
				)
			: this.all
	);

	readonly suggested = $derived.by(() => suggestAxes(this.takes));
	readonly varied = $derived.by(() => variedAmong(this.takes));

	/** What lies along the axes: all runs are laid out by nothing unless the address says so. */
	readonly axes: Axes = $derived.by(() => {
		const { asked } = this.address;
		const laid = ['rows', 'columns', 'then'].some((name) => asked.has(name));
		return laid || this.run ? readAxes(asked, this.varied, this.suggested) : noAxes;
	});

	/** Whether nothing is laid out: then every take hangs on a wall. */
	readonly onWall: boolean = $derived.by(() => !Object.values(this.axes).some(Boolean));

	/** What varies and stands on no axis. */
	readonly #off: AxisId[] = $derived.by(() =>
		this.onWall ? [] : this.varied.filter((axis) => !Object.values(this.axes).includes(axis))
	);

	/** Whether there is a dial of chance off the axes, whose takes could stand in one cell. */
	readonly canFold: boolean = $derived.by(() => this.#off.some(isChance));

	/** Whether all seeds of a setting stand in one cell. */
	readonly folded: boolean = $derived.by(
		() => this.canFold && this.address.asked.get('fold') === '1'
	);

	readonly #holding = $derived.by(() => {
		const axes = this.folded ? this.#off.filter((axis) => !isChance(axis)) : this.#off;
		return holdBeside(this.takes, this.from.brief(), axes, (axis) => [
			this.address.asked.get(axis),
			this.#lastHeld.get(axis)
		]);
	});

	/** The stop at which each dial off the axes is shown. */
	readonly held: Map<AxisId, string> = $derived.by(() => this.#holding.stops);

	/** The takes with what is held held. */
	readonly among: Take[] = $derived.by(() => this.#holding.takes);
}
