/// <reference lib="webworker" />
import '$lib/start/without-eval';
import { expose } from 'comlink';
import {
	entryOf,
	Shelf,
	yields,
	type Alike,
	type Found,
	type Hung,
	type LibraryQuery,
	type Yield,
	type YieldBy
} from '$lib/core/library';
import { allSpendings, watchLibrary } from '$lib/store';

/** Knows all takes of all briefs and finds among them, off the page's thread. */

/** Least time between two tellings, while all is read and afterwards, in milliseconds. */
const [READING, LIVING] = [1200, 150];

/** What is told of the library whenever it changes, or something else is asked. */
export interface LibraryTelling {
	found: Found;
	models: string[];
	/** Tags that takes have. */
	tags: string[];
	/** Whether everything was read. */
	ready: boolean;
	/** Which asking it answers. */
	ticket: number;
}

const shelf = new Shelf();
let asked: { query: LibraryQuery; by: Hung['by']; ticket: number } = {
	query: {},
	by: 'day',
	ticket: 0
};
let alike: Alike | undefined;
let ready = false;
let tell: ((telling: LibraryTelling) => void) | undefined;
let timer: ReturnType<typeof setTimeout> | undefined;
let told = -Infinity;
let watching = false;

const dayOf = (at: number) => new Date(at).setHours(0, 0, 0, 0);

function tellNow(): void {
	clearTimeout(timer);
	timer = undefined;
	if (!tell) return;
	// The first that is read is told at once, though what was told before was nothing.
	told = shelf.size ? performance.now() : -Infinity;
	const { query, by, ticket } = asked;
	tell({
		found: shelf.find(query, { dayOf, by, alike }),
		models: shelf.models(),
		tags: shelf.tags(),
		ready,
		ticket
	});
}

function tellSoon(): void {
	timer ??= setTimeout(
		tellNow,
		Math.max(0, (ready ? LIVING : READING) - (performance.now() - told))
	);
}

/** Begins to tell: what was read before is known still. */
function open(telling: (telling: LibraryTelling) => void): void {
	tell = telling;
	if (watching) return;
	watching = true;
	watchLibrary({
		put(rows) {
			for (const { take, run, ...around } of rows)
				shelf.put(entryOf(take, { ...around, names: run ? [run] : [] }));
			tellSoon();
		},
		drop(ids) {
			ids.forEach((id) => shelf.drop(id));
			tellSoon();
		},
		keepOnly(ids) {
			shelf.keepOnly(ids);
			tellSoon();
		},
		ready() {
			ready = true;
			tellNow();
		}
	});
}

/** Asks something else: it is told at once. */
function ask(query: LibraryQuery, by: Hung['by'], ticket: number): void {
	asked = { query, by, ticket };
	tellNow();
}

/** Takes in how alike pictures are to one that was asked about. */
function compared(found: Alike): void {
	alike = found;
	tellNow();
}

/** Tells nothing any more; what changes is heard all the same. */
function leave(): void {
	tell = undefined;
}

/** The first so many takes after one, by their ids, that were not measured yet. */
const unmeasured = (after: string, most: number): string[] => shelf.unmeasured(after, most);

/** What was spent against what was kept, of what was read so far. */
const insight = async (by: YieldBy): Promise<Yield[]> =>
	yields(by, await allSpendings(), shelf.entries());

const api = { open, leave, ask, compared, unmeasured, insight };
export type LibraryApi = typeof api;

expose(api);
