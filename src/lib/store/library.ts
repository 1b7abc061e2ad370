import { Dexie } from 'dexie';
import type { Draft } from '$lib/core/dials';
import type { MarkKind, Remark, Take } from '$lib/core/schema';
import { db, type KeptSearch, type StoredMeasures } from './db';
import { changedKeys, watch } from './live';

/** A finished take with what the library knows it by. */
export interface LibraryRow {
	take: Take;
	mark?: MarkKind;
	remark?: Remark;
	measured?: StoredMeasures;
	picked: boolean;
	/** Whether its run was brought in, and what that run is called, where it was named. */
	elsewhere: boolean;
	run?: string;
}

/** What is told of the library as it is read, and as it changes. */
export interface LibraryTold {
	put: (rows: readonly LibraryRow[]) => void;
	drop: (ids: readonly string[]) => void;
	/** What is not among these has gone. */
	keepOnly: (ids: ReadonlySet<string>) => void;
	/** Everything was read once. */
	ready: () => void;
}

/** Takes that are read in one go: the newest first of all, and then all of them. */
const [FIRST, PAGE] = [240, 500];
/** Changes are gathered for so long, in milliseconds. */
const GATHERED = 60;

/**
 * Tells all finished takes of all briefs, the newest first, and whatever changes of them, in any tab.
 * @returns a function that ends it
 */
export function watchLibrary(tell: LibraryTold): () => void {
	let ended = false;
	let picked: ReadonlySet<string> = new Set();
	const plans = new Map<string, { elsewhere: boolean; name?: string } | undefined>();
	let changed = new Set<string>();
	let stale = false;
	let running = false;
	let timer: ReturnType<typeof setTimeout> | undefined;

	const rowsOf = async (takes: readonly Take[]): Promise<LibraryRow[]> => {
		const done = takes.filter(({ state }) => state === 'done');
		const ids = done.map(({ id }) => id);
		const unknown = [...new Set(done.map(({ planId }) => planId))].filter((id) => !plans.has(id));
		const [marks, remarks, measures, found] = await Promise.all([
			db.marks.bulkGet(ids),
			db.remarks.bulkGet(ids),
			db.measures.bulkGet(ids),
			db.plans.bulkGet(unknown)
		]);
		unknown.forEach((id, i) => plans.set(id, found[i]));
		return done.map((take, i) => ({
			take,
			mark: marks[i]?.kind,
			remark: remarks[i],
			measured: measures[i],
			picked: picked.has(take.id),
			elsewhere: !!plans.get(take.planId)?.elsewhere,
			run: plans.get(take.planId)?.name
		}));
	};

	/** Takes of some ids as they are now; those that are gone, or are not done, are dropped. */
	const refresh = async (ids: readonly string[]) => {
		for (let at = 0; at < ids.length && !ended; at += PAGE) {
			const part = ids.slice(at, at + PAGE);
			const rows = await rowsOf((await db.takes.bulkGet([...part])).flatMap((one) => one ?? []));
			const there = new Set(rows.map(({ take }) => take.id));
			tell.put(rows);
			const gone = part.filter((id) => !there.has(id));
			if (gone.length) tell.drop(gone);
		}
	};

	const readAll = async () => {
		tell.put(await rowsOf(await db.takes.orderBy('madeAt').reverse().limit(FIRST).toArray()));
		const ids = new Set<string>();
		for (let after = ''; !ended;) {
			const page = await db.takes.where('id').above(after).limit(PAGE).toArray();
			for (const { id } of page) ids.add(id);
			tell.put(await rowsOf(page));
			if (page.length < PAGE) break;
			after = page.at(-1)!.id;
		}
		if (!ended) tell.keepOnly(ids);
	};

	const run = async () => {
		timer = undefined;
		running = true;
		try {
			if (stale) {
				stale = false;
				changed = new Set();
				await readAll();
				if (!ended) tell.ready();
			} else {
				const ids = [...changed];
				changed = new Set();
				await refresh(ids);
			}
		} catch (cause) {
			console.error(cause);
			stale = true;
		} finally {
			running = false;
			if ((stale || changed.size) && !ended) later();
		}
	};
	const later = () => {
		if (!running) timer ??= setTimeout(() => void run(), GATHERED);
	};
	const heard = (parts: Record<string, unknown>) => {
		for (const table of ['takes', 'marks', 'remarks', 'measures']) {
			const keys = changedKeys(parts, table);
			if (keys === 'all') stale = true;
			else for (const key of keys) changed.add(key);
		}
		const runs = changedKeys(parts, 'plans');
		if (runs === 'all') plans.clear();
		else for (const id of runs) plans.delete(id);
		if (stale || changed.size) later();
	};
	Dexie.on.storagemutated.subscribe(heard);
	const endPicks = watch(pickedTakes, (now) => {
		const before = picked;
		picked = now;
		if (stale) return;
		for (const id of [...before, ...now]) if (before.has(id) !== now.has(id)) changed.add(id);
		if (changed.size) later();
	});
	stale = true;
	void run();
	return () => {
		ended = true;
		clearTimeout(timer);
		endPicks();
		Dexie.on.storagemutated.unsubscribe(heard);
	};
}

async function pickedTakes(): Promise<ReadonlySet<string>> {
	const picks = await db.picks.toArray();
	return new Set(picks.flatMap(({ from }) => (from.kind === 'take' ? [from.takeId] : [])));
}

/** Stars takes, or takes their stars away with null. Returns when each was starred before, by take. */
export async function starTakes(
	stars: ReadonlyMap<string, number | null>
): Promise<Map<string, number | null>> {
	const before = new Map<string, number | null>();
	await db.transaction('rw', db.takes, async () => {
		const ids = [...stars.keys()];
		const rows = await db.takes.bulkGet(ids);
		rows.forEach((take, i) => take && before.set(ids[i], take.starred ?? null));
		await db.takes.bulkUpdate(
			[...before.keys()].map((key) => ({ key, changes: { starred: stars.get(key) ?? undefined } }))
		);
	});
	return before;
}

/** Settings that another brief may begin with: what was picked, and what was starred last. */
export interface StartingPoint extends Draft {
	id: string;
	says: string;
	kind: 'picked' | 'starred';
}

/** So many starred takes are offered to begin with. */
const STARRED = 30;

export async function startingPoints(): Promise<StartingPoint[]> {
	const [picks, takes, briefs] = await Promise.all([
		db.picks.orderBy('createdAt').reverse().toArray(),
		db.takes.orderBy('starred').reverse().limit(STARRED).toArray(),
		db.briefs.toArray()
	]);
	const names = new Map(briefs.map(({ id, name }) => [id, name]));
	return [
		...picks.map(({ id, name, briefId, settings, words }) => ({
			id,
			kind: 'picked' as const,
			says: `${name} \u00b7 ${names.get(briefId) ?? ''}`,
			settings,
			...(words ? { words } : {})
		})),
		...takes.map(({ id, number, briefId, settings, words, levels }) => ({
			id,
			kind: 'starred' as const,
			says: `take ${number} \u00b7 ${names.get(briefId) ?? ''}`,
			settings,
			...(words ? { words } : {}),
			...(levels ? { levels } : {})
		}))
	];
}

/** Searches that were given a name, in the order in which they were. */
export const searches = async (): Promise<KeptSearch[]> =>
	(await db.searches.toArray()).sort((a, b) => a.at - b.at);

export const keepSearch = async (search: KeptSearch): Promise<void> =>
	void (await db.searches.put(search));

export const dropSearch = (id: string): Promise<void> => db.searches.delete(id);
