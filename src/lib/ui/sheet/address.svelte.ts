import { goto } from '$app/navigation';
import { page } from '$app/state';
import type { TakeFilter } from '$lib/core/judge';
import { isMeasureId, type MeasureId } from '$lib/core/measure';
import { readFilter, readMat, readMode, readSize, type TableMode } from './read-address';

/** What the address asks of the sheet, so that reload and back lead to the same view. */
export class SheetAddress {
	readonly asked = $derived.by(() => page.url.searchParams);

	/** Takes that lie on the table. */
	readonly open: string[] = $derived.by(() =>
		(this.asked.get('open') ?? '').split('.').filter(Boolean)
	);

	/** The measure that stands under the cells; null for none. */
	readonly measure: MeasureId | null = $derived.by(() => {
		const id = this.asked.get('measure');
		return isMeasureId(id) ? id : null;
	});

	/** Whether cells are tinted by the measure. */
	readonly heat: boolean = $derived.by(() => this.asked.get('heat') === '1');

	/** What stands beside the mat: the take in focus, or what was measured. */
	readonly panel: 'take' | 'measures' = $derived.by(() =>
		this.asked.get('panel') === 'measures' ? 'measures' : 'take'
	);

	/**
	 * What rows and columns, or the takes of a wall, are put in order by: their stops and runs, the
	 * marks, a measure; a wall also by when they were made.
	 */
	readonly order: 'stop' | 'made' | 'marks' | 'measure' = $derived.by(() => {
		const order = this.asked.get('order');
		return order === 'marks' || order === 'made' || (order === 'measure' && this.measure)
			? order
			: 'stop';
	});

	/** Which takes are wanted; the others are faint. */
	readonly filter: TakeFilter = $derived.by(() => readFilter(this.asked));

	/** How two pictures on the table are set against each other. */
	readonly mode: TableMode = $derived.by(() => readMode(this.asked));

	/** Which mat lies behind the pictures, from dark, 0, to paper, 3. */
	readonly mat: number = $derived.by(() => readMat(this.asked));

	/** How much larger than fitting the cells are, in steps of a quarter. */
	readonly size: number = $derived.by(() => readSize(this.asked));

	/** Where it is on its way to: a change that comes meanwhile goes on from there. */
	#target: URL | null = null;

	/** Changes what it says; null takes it out. */
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
}
