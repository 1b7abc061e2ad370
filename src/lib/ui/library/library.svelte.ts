import { goto } from '$app/navigation';
import { page } from '$app/state';
import {
	asksLibrary,
	marksInFlags,
	STARRED,
	type FoundGroup,
	type LibraryQuery
} from '$lib/core/library';
import type { MarkKind } from '$lib/core/schema';
import {
	hang,
	linesOfItems,
	stepOnWall,
	wallLayout,
	type MatLayout,
	type WallGroup,
	type WallItem,
	type WallLine
} from '$lib/core/sheet';
import { askLibrary, leaveLibrary, openLibrary, type LibraryTelling } from '$lib/workers';
import { daySays, Zoom } from '$lib/ui/shared';
import { readMat, readSize } from '$lib/ui/shared/read-mat';
import { askedNames, readQuery } from './read-query';

const midnight = () => new Date().setHours(0, 0, 0, 0);
/** Every asking has a number of its own: answers to those of a view that was left are none. */
let tickets = 0;

/** A take as it hangs in the library. */
export interface LibraryItem extends WallItem {
	/** What it is, as the library tells it in one figure. */
	flags: number;
}

export const markOf = (flags: number): MarkKind | null => marksInFlags[flags & 3];
export const isStarred = (flags: number): boolean => (flags & STARRED) > 0;

/** What a group is called: its day, and its brief. */
function groupSays(
	{ day, brief, count }: FoundGroup,
	nameOf: (brief: string) => string,
	today = Date.now()
): string {
	if (day === null && brief === null) return '';
	const says = [...(day === null ? [] : [daySays(day, today)]), ...(brief ? [nameOf(brief)] : [])];
	return [...says, count].join(' \u00b7 ');
}

/** All takes of all briefs, as the address asks for them. */
export class LibraryState {
	/** What the library told last. */
	telling = $state.raw<LibraryTelling | null>(null);
	problem = $state<string | null>(null);
	focus = $state<string | null>(null);
	room = $state.raw({ width: 900, height: 600 });
	#ticket = 0;
	readonly #nameOf: (brief: string) => string;

	constructor(nameOf: (brief: string) => string) {
		this.#nameOf = nameOf;
		const failed = (cause: unknown) => {
			this.problem = `The library cannot be read. ${cause instanceof Error ? cause.message : ''}`;
		};
		openLibrary((telling) => {
			// What was asked before is not shown any more.
			if (telling.ticket === this.#ticket) this.telling = telling;
		}).catch(failed);
		$effect(() => {
			const { query, by } = this;
			this.#ticket = ++tickets;
			askLibrary(query, by, this.#ticket).catch(failed);
		});
		$effect(() => () => void leaveLibrary().catch(() => undefined));
	}

	readonly asked = $derived.by(() => page.url.searchParams);
	readonly query: LibraryQuery = $derived.by(() => readQuery(this.asked, midnight()));
	/** Whether days part the takes of a brief. */
	readonly by: 'day' | 'brief' = $derived.by(() =>
		this.asked.get('by-brief') === '1' ? 'brief' : 'day'
	);
	readonly asks: boolean = $derived.by(() => asksLibrary(this.query));
	readonly mat: number = $derived.by(() => readMat(this.asked));
	readonly #zoom = new Zoom(
		() => readSize(this.asked),
		(size) => this.set({ size })
	);

	readonly #groups: WallGroup<LibraryItem>[] = $derived.by(() => {
		if (!this.telling) return [];
		const { groups, ids, ratios, flags } = this.telling.found;
		const all = ids ? ids.split('\n') : [];
		let at = 0;
		return groups.map((group) => {
			const from = at;
			at += group.count;
			return {
				key: `${group.day} ${group.brief}`,
				says: groupSays(group, this.#nameOf),
				items: all.slice(from, at).map((id, i) => ({
					id,
					ratio: ratios[from + i],
					flags: flags[from + i]
				}))
			};
		});
	});

	readonly layout: MatLayout = $derived.by(() =>
		wallLayout(this.room, this.#groups, this.#zoom.size)
	);
	readonly lines: WallLine<LibraryItem>[] = $derived.by(() =>
		hang(this.#groups, this.room.width, this.layout.height)
	);
	readonly #lineOf = $derived.by(() => linesOfItems(this.lines));

	/** A take as it hangs; undefined where it is not among those found. */
	item(id: string): LibraryItem | undefined {
		const line = this.#lineOf.get(id);
		if (line === undefined) return undefined;
		return this.lines[line].boxes.find(({ item }) => item.id === id)?.item;
	}

	/** All found, in the order in which they hang. */
	get order(): string[] {
		return this.#groups.flatMap(({ items }) => items.map(({ id }) => id));
	}

	/** The first of all. */
	get first(): string | null {
		return this.#groups[0]?.items[0]?.id ?? null;
	}

	isShown(id: string): boolean {
		return this.#lineOf.has(id);
	}

	move(down: number, across: number): void {
		const line = this.focus === null ? undefined : this.#lineOf.get(this.focus);
		const next =
			line === undefined
				? (this.lines.find(({ boxes }) => boxes.length)?.boxes[0].item.id ?? null)
				: stepOnWall(this.lines, line, this.focus!, down, across);
		if (next) this.focus = next;
	}

	/** Changes what the address says; null takes it out. */
	set(change: Record<string, string | null>): void {
		const url = new URL(page.url);
		for (const [name, value] of Object.entries(change))
			if (value) url.searchParams.set(name, value);
			else url.searchParams.delete(name);
		void goto(url, { replaceState: true, keepFocus: true, noScroll: true });
	}

	/** Asks for something else altogether, as a search that was kept; for nothing where it is empty. */
	askFor(asked: string): void {
		const next = new URLSearchParams(asked);
		this.set(Object.fromEntries(askedNames.map((name) => [name, next.get(name)])));
	}

	/** What is asked, as it can be kept. */
	get kept(): string {
		return new URLSearchParams(
			askedNames.flatMap((name) => {
				const value = this.asked.get(name);
				return value ? [[name, value]] : [];
			})
		).toString();
	}

	zoomTo(size: number): void {
		this.#zoom.to(size);
	}
}
