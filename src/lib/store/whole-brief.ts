import { partsOf } from '$lib/core/dials';
import { type House, type WholeBrief } from '$lib/core/formats';
import { FileProblem } from '$lib/core/problem';
import { mergeBrief, mergeTake } from '$lib/core/merging';
import type { Measured, Spending, Take, TaughtAdapter } from '$lib/core/schema';
import type { Table } from 'dexie';
import { db, promptsOf, type StoredMeasures, type StoredPicture } from './db';
import { callTakeBack } from './jobs';
import { broughtSpendings, enterOnce, ledgerId, namedSpendings } from './ledger';
import { purse } from './purse';
import { full } from './room';

/** The tables in which everything that belongs to a brief lies, but its pictures. */
const ownTables = () => [
	db.briefs,
	db.plans,
	db.takes,
	db.marks,
	db.picks,
	db.remarks,
	db.ledger,
	db.answers,
	db.ballots,
	db.taught
];

/** Everything that belongs to a brief but its pictures, as it goes out in a file. */
export async function wholeBrief(id: string): Promise<WholeBrief | undefined> {
	const mine = await ledgerId();
	const whole = await db.transaction('r', ownTables(), () => rowsOf(id));
	return whole ? { ...whole, spendings: namedSpendings(whole.spendings, mine) } : undefined;
}

/** The rows of a brief, with the adapters that it uses. In a transaction on its tables. */
async function rowsOf(id: string): Promise<WholeBrief | null> {
	const brief = await db.briefs.get(id);
	if (!brief) return null;
	const of = { briefId: id };
	const plans = await db.plans.where(of).sortBy('createdAt');
	const takes = await db.takes.where(of).sortBy('number');
	const used = new Set([
		...[brief, ...plans].flatMap(({ rack }) => rack.adapter.flatMap(partsOf)),
		...takes.flatMap(({ settings }) => settings.adapters ?? []).map((one) => one.id)
	]);
	return {
		brief,
		plans,
		takes,
		marks: await db.marks.where(of).sortBy('takeId'),
		picks: await db.picks.where(of).sortBy('createdAt'),
		remarks: await db.remarks.where(of).sortBy('takeId'),
		spendings: await db.ledger.where(of).sortBy('at'),
		answers: await db.answers.where(of).sortBy('at'),
		ballots: await db.ballots.where(of).sortBy('createdAt'),
		taught: (await db.taught.bulkGet([...used])).flatMap((one) => one ?? [])
	};
}

/** What was measured in some pictures, as it is kept. */
const measuresOf = (
	pictures: readonly StoredPicture[],
	measured: ReadonlyMap<string, Measured>
): StoredMeasures[] =>
	pictures.flatMap(({ takeId, briefId }) => {
		const one = measured.get(takeId);
		return one ? { ...one, takeId, briefId } : [];
	});

/**
 * Writes the rows of a brief that changed. Rows that are new are added: where another brief has one of
 * their ids nothing is written over.
 *
 * @param before the rows as they are here; those that are the same objects are not written
 */
async function write<Row extends object>(
	table: object,
	rows: readonly Row[],
	before: readonly Row[] = []
): Promise<void> {
	const own = table as Table<Row, string>;
	const key = own.schema.primKey.keyPath as keyof Row;
	const known = new Map(before.map((row) => [row[key], row]));
	await own.bulkPut(rows.filter((row) => known.has(row[key]) && known.get(row[key]) !== row));
	await own.bulkAdd(rows.filter((row) => !known.has(row[key]))).catch((cause: unknown) => {
		if ((cause as Error).name !== 'BulkError') throw cause;
		throw new FileProblem(
			'Another brief here has takes or runs with the same ids as this file. Nothing was changed. Delete that brief, or export this one again.'
		);
	});
}

/** Adds adapters; of two with the same id the one that was taught later stays. */
async function addTaught(all: readonly TaughtAdapter[]): Promise<void> {
	const known = await db.taught.bulkGet(all.map(({ id }) => id));
	await db.taught.bulkPut(all.filter((one, i) => (known[i]?.taughtAt ?? -1) < one.taughtAt));
}

/** How a brief comes in. */
export interface Incoming {
	whole: WholeBrief;
	/** Pictures of takes that have none here, or whose row is going to be replaced. */
	pictures: StoredPicture[];
	/** What was measured in those pictures, by take. */
	measured?: ReadonlyMap<string, Measured>;
	/** Whose its spendings are where the file doesn't say so: a backup is one's own, an archive may be anyone's. */
	unsaid?: 'mine' | 'theirs';
}

/**
 * Merges a brief into what is here of it, by the rules of `core/merging`: all of it or nothing.
 * @returns how many takes came in, or were finished by it
 */
export async function mergeWholeBrief({
	whole,
	pictures,
	measured = new Map(),
	unsaid = 'theirs'
}: Incoming): Promise<number> {
	const mine = await ledgerId();
	const there = { ...whole, spendings: broughtSpendings(whole.spendings, mine, unsaid) };
	let came = 0;
	const tables = [...ownTables(), db.pictures, db.measures, db.seen, db.prompts, db.jobs];
	await full(() =>
		db.transaction('rw', tables, async () => {
			const here = await rowsOf(whole.brief.id);
			const merged = mergeBrief(here, there);
			if (!here) {
				// What comes from elsewhere is not new: it was looked at where it was made.
				await db.seen.put({ briefId: whole.brief.id, at: Date.now() });
				for (const prompt of whole.plans.flatMap(promptsOf))
					if (!(await db.prompts.get(prompt.text))) await db.prompts.put(prompt);
			}
			const before = new Map(here?.takes.map((take) => [take.id, take]));
			const isDone = (take: Take | undefined) => take?.state === 'done';
			const done = merged.takes.filter((one) => isDone(one) && !isDone(before.get(one.id)));
			came = merged.takes.length - before.size;
			for (const { id, planId } of done) {
				if (!before.has(id)) continue;
				came++;
				// The picture is here: what may be under way of it is not wanted any more.
				await callTakeBack(id, planId);
			}
			await write(db.briefs, [merged.brief], here ? [here.brief] : []);
			await write(db.plans, merged.plans, here?.plans);
			await write(db.takes, merged.takes, here?.takes);
			await write(db.marks, merged.marks, here?.marks);
			await write(db.remarks, merged.remarks, here?.remarks);
			await write(db.picks, merged.picks, here?.picks);
			await write(db.answers, merged.answers, here?.answers);
			await write(db.ballots, merged.ballots, here?.ballots);
			await addTaught(there.taught);
			await enterOnce(there.spendings);
			await db.pictures.bulkPut(pictures);
			await db.measures.bulkPut(measuresOf(pictures, measured));
		})
	);
	return came;
}

/** Takes of a brief that comes in whose pictures are wanted: those that have none here, or another one. */
export async function wantedPictures(takes: readonly Take[]): Promise<Set<string>> {
	const ids = takes.map(({ id }) => id);
	const [pictures, here] = await Promise.all([
		db.pictures.where('takeId').anyOf(ids).primaryKeys(),
		db.takes.bulkGet(ids)
	]);
	const there = new Set(pictures);
	return new Set(
		takes.flatMap((take, i) => {
			const own = here[i];
			const replaced = own && mergeTake(own, take).pixels !== own.pixels;
			return there.has(take.id) && !replaced ? [] : take.id;
		})
	);
}

/** What was spent on briefs that were deleted since. */
async function spendingsOfNone(): Promise<Spending[]> {
	const briefs = new Set(await db.briefs.toCollection().primaryKeys());
	return db.ledger.filter(({ briefId }) => !briefs.has(briefId)).toArray();
}

/** What belongs to no brief, as it goes out in a backup. Tokens of services stay here. */
export async function house(): Promise<House> {
	const ledger = await ledgerId();
	const services = await db.services.toArray();
	return {
		styles: await db.styles.toArray(),
		sets: await db.sets.toArray(),
		prompts: await db.prompts.toArray(),
		faults: await db.faults.toArray(),
		searches: await db.searches.toArray(),
		taught: await db.taught.toArray(),
		services: services.flatMap(({ id, address, addedAt }) => (id ? { id, address, addedAt } : [])),
		purse: await purse(),
		ledger,
		spendings: namedSpendings(await spendingsOfNone(), ledger)
	};
}

/** Adds what is not here of what belongs to no brief. What is here stays as it is. */
export async function addHouse(kept: House): Promise<void> {
	const mine = await ledgerId();
	/** Adds the rows whose keys are not here. */
	const add = async <Row extends object>(table: object, rows: readonly Row[]) => {
		const own = table as Table<Row, string>;
		const key = own.schema.primKey.keyPath as keyof Row;
		const known = await own.bulkGet(rows.map((row) => row[key] as string));
		await own.bulkPut(rows.filter((_, i) => known[i] === undefined));
	};
	const { styles, sets, prompts, faults, searches, services } = db;
	await db.transaction(
		'rw',
		[styles, sets, prompts, faults, searches, services, db.taught, db.house, db.ledger],
		async () => {
			await add(styles, kept.styles);
			await add(sets, kept.sets);
			await add(prompts, kept.prompts);
			await add(faults, kept.faults);
			await add(searches, kept.searches);
			await add(services, kept.services);
			await addTaught(kept.taught);
			await enterOnce(broughtSpendings(kept.spendings, mine, 'mine'));
			if (!(await db.house.get('purse'))) await db.house.put({ ...kept.purse, name: 'purse' });
		}
	);
}

export const hasBrief = async (id: string): Promise<boolean> =>
	(await db.briefs.where({ id }).count()) > 0;
