import { goto } from '$app/navigation';
import { chanceDials } from '$lib/core/dials';
import { asks, wanted } from '$lib/core/judge';
import type { Take } from '$lib/core/schema';
import {
	closeGaps,
	contentOf,
	hang,
	hanging,
	keyOn,
	linesOfItems,
	layMat,
	layOut,
	layPaper,
	meanOf,
	placesOf,
	sortSheet,
	standing,
	stepFrom,
	stepOnWall,
	stopsAmong,
	wallLayout,
	type Axes,
	type AxisId,
	type Cells,
	type HungTake,
	type Known,
	type MatContent,
	type MatLayout,
	type Place,
	type Sheet,
	type WallGroup,
	type WallLine
} from '$lib/core/sheet';
import { whenSays, Zoom } from '$lib/ui/shared';
import { TableState } from '$lib/ui/table';
import { choice, LoupeState, Selection } from '$lib/ui/takes';
import { HeldTakes, isChance } from './held.svelte';
import { runsOf, type Run } from './runs';

/** Width of a page within its margins, in pixels: A4 upright (ISO 216) at 96 dots an inch. */
const PAPER_WIDTH = 710;

/**
 * How takes are laid out on the mat. What the address says, which takes are chosen, the loupe and the
 * table are states of their own.
 */
export class SheetState extends HeldTakes {
	readonly loupe = new LoupeState();
	readonly selection = new Selection(() => this.all, choice);
	readonly table = new TableState({
		open: () => this.address.open,
		takeOf: (id) => [...this.all, ...choice.takes].find((take) => take.id === id),
		chosen: () => [...choice.ids],
		choose: (ids) => this.selection.choose(ids),
		show: (ids) => this.address.set({ open: ids.join('.') || null }, ids.length > 0)
	});
	/** Whether all keys are listed. */
	helping = $state(false);
	/** Whether it is being said what the sheet is laid out by. */
	laying = $state(false);
	/** Whether pictures made elsewhere are being brought in. */
	bringing = $state(false);
	/** Whether the sheet is being put on paper, where all of it is in sight. */
	printing = $state(false);
	/** Whether digits note faults: in the take in focus, or in what is chosen; null for neither. */
	faulting = $state<'focus' | 'chosen' | null>(null);

	/** What is being dragged onto an axis. */
	carrying = $state.raw<AxisId | null>(null);

	/** Takes made after this instant are new: when the sheet was last looked at. */
	seen = $state(Infinity);

	/** All takes that the filter asks for, in sight or not. */
	readonly fitting: Take[] = $derived.by(() =>
		asks(this.address.filter) ? this.takes.filter((take) => this.fits(take)) : this.takes
	);

	/** Whether a take has all that the filter asks for. */
	fits(take: Take): boolean {
		return wanted(take, this.from.judged(take), this.address.filter);
	}

	/** Whether takes that the filter does not ask for are left out, and their rows and columns. */
	readonly only: boolean = $derived.by(
		() => asks(this.address.filter) && this.address.asked.get('only') === '1'
	);

	readonly shown: Take[] = $derived.by(() =>
		this.only ? this.among.filter((take) => this.fits(take)) : this.among
	);

	readonly sheet: Sheet = $derived.by(() => {
		let sheet = layOut(this.shown, this.axes);
		const { order } = this.address;
		if (order === 'marks' || order === 'measure') {
			const score = (takes: readonly Take[]) =>
				meanOf(takes, (take) => this.from.score(take, order));
			sheet = sortSheet(sortSheet(sheet, 'rows', score), 'columns', score);
		}
		return this.only ? closeGaps(sheet) : sheet;
	});

	/** The takes that stand in each cell; of a wall, row by row. */
	readonly cells: Cells = $derived.by(() =>
		this.onWall
			? this.lines.map(({ boxes }) => boxes.map(({ item }) => [item.take]))
			: standing(this.sheet, this.folded ? chanceDials : [])
	);

	/** Where each take stands on the mat. */
	readonly places: ReadonlyMap<string, Place> = $derived.by(() => placesOf(this.cells));

	/** What the words of stops are made of. */
	readonly known: Known = $derived.by(() => this.from.known());

	readonly #runs: readonly Run[] = $derived.by(() =>
		runsOf(this.all, this.from.plans(), this.known)
	);

	/** The runs of the brief, in their order. */
	readonly runs: readonly Run[] = $derived.by(() => this.#runs.filter(({ beside }) => !beside));

	/** Takes that are not on the mat though they are of what it shows: a dial is held elsewhere. */
	readonly hidden: number = $derived.by(() => {
		if (this.onWall || this.address.open.length) return 0;
		const there = this.cells.reduce(
			(sum, row) => sum + row.reduce((of, takes) => of + takes.length, 0),
			0
		);
		return (this.only ? this.fitting.length : this.takes.length) - there;
	});

	/** Shows all takes, on a wall. */
	showAll(): void {
		this.address.set({ rows: 'none', columns: 'none', then: 'none' });
	}

	/** Brings a take into sight, wherever it hangs; one of another brief is looked at there. */
	find(take: Take): void {
		if (!this.all.some(({ id }) => id === take.id))
			return void goto(`/brief/${take.briefId}/sheet?take=${take.id}`);
		this.selection.focus = take.id;
		if (!this.isShown(take.id)) {
			this.showAll();
			this.address.set({ run: null, only: null });
		}
	}

	/** Lays a wall out by the dials that make good axes. */
	layOut(): void {
		const { rows, columns, then } = this.suggested;
		this.address.set({ rows: rows ?? 'none', columns: columns ?? 'none', then: then ?? 'none' });
	}

	readonly #groups: WallGroup<HungTake>[] = $derived.by(() =>
		hanging(this.shown, this.address.order, {
			runs: this.#runs.map(({ id, says, count, at }) => ({
				id,
				says: `${says} \u00b7 ${whenSays(at, Date.now())} \u00b7 ${count}`
			})),
			mark: (take) => this.from.judged(take).mark,
			score: (take) => this.from.score(take, 'measure')
		})
	);

	/** The rows of the wall. */
	readonly lines: WallLine<HungTake>[] = $derived.by(() =>
		this.onWall ? hang(this.#groups, this.width, this.layout.height) : []
	);

	readonly #lineOf = $derived.by(() => linesOfItems(this.lines));

	/** What the mat has room for, in pixels. */
	room = $state.raw({ width: 900, height: 600 });
	/** How much larger than fitting the cells are. */
	readonly #zoom = new Zoom(
		() => this.address.size,
		(size) => this.address.set({ size })
	);

	/** What lies on the mat. */
	readonly content: MatContent = $derived.by(() => contentOf(this.sheet, this.cells));

	readonly layout: MatLayout = $derived.by(() => {
		if (this.onWall)
			return wallLayout({ ...this.room, width: this.width }, this.#groups, this.#zoom.size);
		return this.printing
			? layPaper(this.content)
			: layMat(this.room, this.content, this.#zoom.size);
	});

	/** Room for rows of a wall, in pixels. */
	get width(): number {
		return this.printing ? PAPER_WIDTH : this.room.width;
	}

	/** Sizes the cells at once; the address follows when it stays so. */
	zoomTo(size: number): void {
		this.#zoom.to(size);
	}

	/** Lays the sheet out by something; what was there changes places when both were on axes. */
	turn(name: keyof Axes, axis: AxisId | 'none'): void {
		const other = (['rows', 'columns', 'then'] as const).find(
			(each) => each !== name && this.axes[each] === axis
		);
		this.address.set({ [name]: axis, ...(other ? { [other]: this.axes[name] ?? 'none' } : {}) });
	}

	/** The takes that keys act on: the one in focus, which is in sight. */
	get acting(): Take[] {
		const { focused } = this.selection;
		return focused ? [focused] : [];
	}

	/** What is chosen of this brief: what makes takes, or judges them in pairs, is of one brief. */
	get chosenHere(): Take[] {
		const { selected, chosen } = this.selection;
		return selected.size ? chosen.filter(({ briefId }) => briefId === this.from.brief()) : [];
	}

	/** Whether a take is to be seen as the sheet is laid out. */
	isShown(id: string): boolean {
		return this.places.has(id);
	}

	/** Chooses all takes that differ from one by chance alone. */
	chooseLike(take: Take): void {
		const axes = this.varied.filter((axis) => !isChance(axis));
		const like = this.takes.filter((other) =>
			axes.every((axis) => keyOn(other, axis) === keyOn(take, axis))
		);
		this.selection.add(like.map(({ id }) => id));
	}

	/** The takes in the order in which they are seen. */
	get order(): string[] {
		return this.cells.flat(2).map(({ id }) => id);
	}

	/** Moves the focus by rows and columns, stopping at the edges. */
	move(down: number, across: number): void {
		const { selection } = this;
		const id = selection.focus ?? '';
		const line = this.#lineOf.get(id);
		const next =
			line === undefined
				? stepFrom(this.cells, id, down, across)
				: stepOnWall(this.lines, line, id, down, across);
		if (next) selection.focus = next;
	}

	/** Moves the focus; on the table, to the next take, which takes the place of the one there. */
	go(down: number, across: number): void {
		const { open } = this.address;
		if (open.length > 1) return;
		this.move(down, across);
		const { focused } = this.selection;
		if (open.length && focused?.state === 'done') this.address.set({ open: focused.id });
	}

	/** Shows the stop before or after of a dial that is held; of the first one if none is named. */
	turnPage(by: number, axis = [...this.held.keys()][0]): void {
		const stops = stopsAmong(this.takes, axis);
		const at = stops.findIndex(({ key }) => key === this.held.get(axis));
		this.address.set({ [axis]: stops[(at + by + stops.length) % stops.length].key });
	}

	/** Puts away what was taken out last, one thing at a time: the faults, the table, the loupe, the choice. */
	putAway(): void {
		if (this.faulting) this.faulting = null;
		else if (this.address.open.length) this.table.close();
		else if (this.loupe.on) this.loupe.on = false;
		else this.selection.choose([]);
	}
}
