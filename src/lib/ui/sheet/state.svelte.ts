import { goto } from '$app/navigation';
import { page } from '$app/state';
import { chanceDials, isDialId } from '$lib/core/dials';
import { asks, wanted, type Judged, type TakeFilter } from '$lib/core/judge';
import { isMeasureId, type MeasureId } from '$lib/core/measure';
import type { Take } from '$lib/core/schema';
import {
	closeGaps,
	contentOf,
	holdBeside,
	layMat,
	layOut,
	layPaper,
	meanOf,
	placesOf,
	scaleTo,
	sortSheet,
	standing,
	stepFrom,
	stopsAmong,
	suggestAxes,
	variedAmong,
	WHOLE,
	type Axes,
	type AxisId,
	type Cells,
	type Known,
	type Look,
	type MatContent,
	type MatLayout,
	type Place,
	type Sheet
} from '$lib/core/sheet';
import { readAxes, readFilter, readMat, readMode, readSize, type TableMode } from './address';

/** More pictures than this on the table are too small to be judged. */
const MOST_ON_TABLE = 4;

const isChance = (axis: AxisId): boolean => isDialId(axis) && chanceDials.includes(axis);

/** What the sheet is made of. */
export interface Sources {
	takes: () => Take[];
	/** The brief that is open. */
	brief: () => string;
	known: () => Known;
	judged: (take: Take) => Judged;
	/** What a take counts when rows and columns are put in order. */
	score: (take: Take, order: 'marks' | 'measure') => number | undefined;
}

/** What the sheet shows, kept in the address, so that reload and back lead to the same view. */
export class SheetState {
	readonly #from: Sources;
	/** Where dials off the axes were held last. */
	readonly #lastHeld = new Map<AxisId, string>();
	/** The take that the keys act on. */
	focus = $state<string | null>(null);
	/** Takes put aside to be seen side by side. */
	pair = $state.raw<string[]>([]);
	/** Takes that a key acts on together; none when it acts on the one in focus. */
	selected = $state.raw<ReadonlySet<string>>(new Set());
	/** Whether one loupe stands over all cells, and where: shares of each picture's sides. */
	loupe = $state(false);
	loupeAt = $state.raw({ x: 0.5, y: 0.5 });
	/** How much larger than its pixels the loupe shows a picture. */
	loupeScale = $state(1);
	/** Whether all keys are listed. */
	helping = $state(false);
	/** How pictures on the table are looked at: by the same place of each, whatever its frame. */
	look = $state.raw<Look>(WHOLE);
	/** How large each picture's window on the table is. */
	windowSize = $state.raw({ width: 1, height: 1 });
	/** Whether pictures made elsewhere are being brought in. */
	bringing = $state(false);
	/** Whether the sheet is being put on paper, where all of it is in sight. */
	printing = $state(false);
	/** Whether digits note faults. */
	faulting = $state(false);

	/** What is being dragged onto an axis. */
	carrying = $state.raw<AxisId | null>(null);

	constructor(from: Sources) {
		this.#from = from;
	}

	readonly #all: Take[] = $derived.by(() => this.#from.takes());

	/** What the address asks for. */
	readonly #asked = $derived.by(() => page.url.searchParams);

	/** The run whose takes alone are shown; null for all takes of the brief. */
	readonly run: string | null = $derived.by(() => {
		const run = this.#asked.get('run');
		return run && this.#all.some(({ planId }) => planId === run) ? run : null;
	});

	/** Takes made after this instant are new: when the sheet was last looked at. */
	seen = $state(Infinity);

	readonly takes: Take[] = $derived.by(() =>
		this.run
			? // Takes of another brief that stand beside are of no run of this one.
				this.#all.filter(
					({ planId, briefId }) => planId === this.run || briefId !== this.#from.brief()
				)
			: this.#all
	);

	readonly suggested = $derived.by(() => suggestAxes(this.takes));
	readonly varied = $derived.by(() => variedAmong(this.takes));

	readonly axes: Axes = $derived.by(() => readAxes(this.#asked, this.varied, this.suggested));

	/** What varies and stands on no axis. */
	readonly #off: AxisId[] = $derived.by(() =>
		this.varied.filter((axis) => !Object.values(this.axes).includes(axis))
	);

	/** Whether there is a dial of chance off the axes, whose takes could stand in one cell. */
	readonly canFold: boolean = $derived.by(() => this.#off.some(isChance));

	/** Whether all seeds of a setting stand in one cell. */
	readonly folded: boolean = $derived.by(() => this.canFold && this.#asked.get('fold') === '1');

	readonly #holding = $derived.by(() => {
		const axes = this.folded ? this.#off.filter((axis) => !isChance(axis)) : this.#off;
		// What was in sight stays in sight, though another stop may have more takes by now.
		const held = holdBeside(this.takes, this.#from.brief(), axes, (axis) => [
			this.#asked.get(axis),
			this.#lastHeld.get(axis)
		]);
		for (const [axis, key] of held.stops) this.#lastHeld.set(axis, key);
		return held;
	});

	/** The stop at which each dial off the axes is shown. */
	readonly held: Map<AxisId, string> = $derived.by(() => this.#holding.stops);

	/** The takes with what is held held. */
	readonly among: Take[] = $derived.by(() => this.#holding.takes);

	/** Those of them that the filter asks for. */
	readonly fitting: Take[] = $derived.by(() =>
		asks(this.filter) ? this.among.filter((take) => this.fits(take)) : this.among
	);

	/** Whether a take has all that the filter asks for. */
	fits(take: Take): boolean {
		return wanted(take, this.#from.judged(take), this.filter);
	}

	/** Whether takes that the filter does not ask for are left out, and their rows and columns. */
	readonly only: boolean = $derived.by(() => asks(this.filter) && this.#asked.get('only') === '1');

	readonly shown: Take[] = $derived.by(() => (this.only ? this.fitting : this.among));

	/** What rows and columns are put in order by: their stops, the marks, or a measure. */
	readonly order: 'stop' | 'marks' | 'measure' = $derived.by(() => {
		const order = this.#asked.get('order');
		return order === 'marks' || (order === 'measure' && this.measure) ? order : 'stop';
	});

	readonly sheet: Sheet = $derived.by(() => {
		let sheet = layOut(this.shown, this.axes);
		const { order } = this;
		if (order !== 'stop') {
			const score = (takes: readonly Take[]) =>
				meanOf(takes, (take) => this.#from.score(take, order));
			sheet = sortSheet(sortSheet(sheet, 'rows', score), 'columns', score);
		}
		return this.only ? closeGaps(sheet) : sheet;
	});

	/** The takes that stand in each cell. */
	readonly cells: Cells = $derived.by(() => standing(this.sheet, this.folded ? chanceDials : []));

	/** Where each take stands on the mat. */
	readonly places: ReadonlyMap<string, Place> = $derived.by(() => placesOf(this.cells));

	readonly focused: Take | null = $derived.by(
		() => this.takes.find(({ id }) => id === this.focus) ?? null
	);

	readonly open: string[] = $derived.by(() =>
		(this.#asked.get('open') ?? '').split('.').filter(Boolean)
	);

	/** What the mat has room for, in pixels. */
	room = $state.raw({ width: 900, height: 600 });
	/** The size that was asked for last, until the address says it too. */
	#zooming = $state<number | null>(null);
	#zoomTimer: ReturnType<typeof setTimeout> | undefined;

	/** How much larger than fitting the cells are, in steps of a quarter; need not be whole. */
	readonly size: number = $derived.by(() => this.#zooming ?? readSize(this.#asked));

	/** What lies on the mat. */
	readonly content: MatContent = $derived.by(() => contentOf(this.sheet));

	readonly layout: MatLayout = $derived.by(() =>
		this.printing ? layPaper(this.content) : layMat(this.room, this.content, this.size)
	);

	/** Sizes the cells at once; the address follows when it stays so. */
	zoomTo(size: number): void {
		const rounded = Math.round(size * 100) / 100;
		this.#zooming = rounded;
		clearTimeout(this.#zoomTimer);
		this.#zoomTimer = setTimeout(() => {
			this.set({ size: rounded ? String(rounded) : null });
			this.#zoomTimer = setTimeout(() => (this.#zooming = null), 200);
		}, 250);
	}

	/** The measure that stands under the cells; null for none. */
	readonly measure: MeasureId | null = $derived.by(() => {
		const id = this.#asked.get('measure');
		return isMeasureId(id) ? id : null;
	});

	/** Whether cells are tinted by the measure. */
	readonly heat: boolean = $derived.by(() => this.#asked.get('heat') === '1');

	/** What stands beside the mat: the take in focus, or what was measured. */
	readonly panel: 'take' | 'measures' = $derived.by(() =>
		this.#asked.get('panel') === 'measures' ? 'measures' : 'take'
	);

	/** Which takes are wanted; the others are faint. */
	readonly filter: TakeFilter = $derived.by(() => readFilter(this.#asked));

	/** How two pictures on the table are set against each other. */
	readonly mode: TableMode = $derived.by(() => readMode(this.#asked));

	/** The takes that a key acts on. */
	readonly chosen: Take[] = $derived.by(() => {
		if (!this.selected.size) return this.focused ? [this.focused] : [];
		return this.takes.filter(({ id }) => this.selected.has(id));
	});

	select(id: string): void {
		const next = new Set(this.selected);
		if (!next.delete(id)) next.add(id);
		this.selected = next;
	}

	/** Which mat lies behind the pictures, from dark, 0, to paper, 3. */
	readonly mat: number = $derived.by(() => readMat(this.#asked));

	/** What the words of stops are made of. */
	readonly known: Known = $derived.by(() => this.#from.known());

	/** Lays the sheet out by something; what was there changes places when both were on axes. */
	turn(name: keyof Axes, axis: AxisId | 'none'): void {
		const other = (['rows', 'columns', 'then'] as const).find(
			(each) => each !== name && this.axes[each] === axis
		);
		this.set({ [name]: axis, ...(other ? { [other]: this.axes[name] ?? 'none' } : {}) });
	}

	/** Where the address is on its way to: a change that comes meanwhile goes on from there. */
	#target: URL | null = null;

	/** Changes what the address says; null takes it out. */
	set(change: Record<string, string | null>, keepHistory = false): void {
		const url = new URL(this.#target ?? page.url);
		for (const [name, value] of Object.entries(change)) {
			if (value === null) url.searchParams.delete(name);
			else url.searchParams.set(name, value);
		}
		this.#target = url;
		void goto(url, { replaceState: !keepHistory, keepFocus: true, noScroll: true }).finally(() => {
			if (this.#target === url) this.#target = null;
		});
	}

	/** Moves the focus by rows and columns, stopping at the edges. */
	move(down: number, across: number): void {
		const next = stepFrom(this.cells, this.focus ?? '', down, across);
		if (next) this.focus = next;
	}

	/** Moves the focus; on the table, to the next take, which takes the place of the one there. */
	go(down: number, across: number): void {
		const { open } = this;
		if (open.length > 1) return;
		this.move(down, across);
		if (open.length && this.focused?.state === 'done') this.set({ open: this.focus });
	}

	/** So many pixels of the screen for one of the first picture on the table; 0 for the whole. */
	lookPixels(pixels: number): void {
		const [first] = this.open.flatMap((id) => this.#all.find((take) => take.id === id) ?? []);
		if (!pixels || !first) this.look = WHOLE;
		else
			this.look = {
				...this.look,
				scale: scaleTo(pixels, this.windowSize, first.settings, devicePixelRatio)
			};
	}

	/** Looks closer, or less close, at the same place. */
	lookTimes(by: number): void {
		const scale = Math.max(1, Math.min(16, this.look.scale * by));
		this.look = scale === 1 ? WHOLE : { ...this.look, scale };
	}

	/** Shows the stop before or after of a dial that is held; of the first one if none is named. */
	turnPage(by: number, axis = [...this.held.keys()][0]): void {
		const stops = stopsAmong(this.takes, axis);
		const at = stops.findIndex(({ key }) => key === this.held.get(axis));
		this.set({ [axis]: stops[(at + by + stops.length) % stops.length].key });
	}

	/** Puts away what was taken out last: the loupe, the faults, what is chosen, the table. */
	putAway(): void {
		if (this.faulting || this.selected.size || this.loupe) {
			this.faulting = false;
			this.loupe = false;
			this.selected = new Set();
		} else {
			this.pair = [];
			this.set({ open: null });
		}
	}

	/** Puts a take on the table with others, four at most, or takes it back. */
	putOnTable(id: string): void {
		this.pair = this.pair.includes(id)
			? this.pair.filter((other) => other !== id)
			: [...this.pair, id].slice(-MOST_ON_TABLE);
	}

	/** Opens what was put on the table, or else the take in focus. */
	openTable(): void {
		const ids = this.pair.length > 1 ? this.pair : this.focus ? [this.focus] : [];
		if (ids.length) this.set({ open: ids.join('.') }, true);
	}

	/** Puts a take aside to be compared, or takes it back; the third takes the first one's place. */
	putAside(id: string): void {
		this.pair = this.pair.includes(id)
			? this.pair.filter((other) => other !== id)
			: [...this.pair, id].slice(-2);
		if (this.pair.length === 2) this.set({ open: this.pair.join('.') }, true);
	}
}
