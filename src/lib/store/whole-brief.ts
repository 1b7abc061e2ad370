import { partsOf } from '$lib/core/dials';
import type { House, WholeBrief } from '$lib/core/formats';
import type {
	Answer,
	Ballot,
	Mark,
	Measured,
	Pick,
	Plan,
	Remark,
	Spending,
	Take,
	TaughtAdapter
} from '$lib/core/schema';
import type { Table } from 'dexie';
import { db, promptsOf, type StoredMeasures, type StoredPicture } from './db';
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

/** Everything that belongs to a brief but its pictures. */
export async function wholeBrief(id: string): Promise<WholeBrief | undefined> {
	return db.transaction('r', ownTables(), async () => {
		const brief = await db.briefs.get(id);
		if (!brief) return undefined;
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
	});
}

/** What a plan of an archive says that has takes still to be made: nothing is paid for unasked. */
const CAME_IN_PAUSED =
	'It came in with an archive and waits: \u201cgo on\u201d makes what is not made yet.';

const WAITS = { paused: true, unasked: true, says: CAME_IN_PAUSED } as const;

const isOpen = ({ state }: Take): boolean => state === 'waiting' || state === 'running';

/** A plan as it comes in: one with open takes waits until it is told to go on. */
const waitingToBeAsked = ({ takes }: WholeBrief) => {
	const open = new Set(takes.filter(isOpen).map(({ planId }) => planId));
	return (plan: Plan): Plan => (open.has(plan.id) && !plan.stopped ? { ...plan, ...WAITS } : plan);
};

/** What was measured in some pictures, as it is kept. */
const measuresOf = (
	pictures: readonly StoredPicture[],
	measured: ReadonlyMap<string, Measured>
): StoredMeasures[] =>
	pictures.flatMap(({ takeId, briefId }) => {
		const one = measured.get(takeId);
		return one ? { ...one, takeId, briefId } : [];
	});

/** Adds a whole brief with its pictures and what was measured in them: all of it or nothing. */
export async function addWholeBrief(
	whole: WholeBrief,
	pictures: StoredPicture[],
	measured: ReadonlyMap<string, Measured> = new Map()
): Promise<void> {
	const tables = [...ownTables(), db.pictures, db.measures, db.seen, db.prompts];
	await full(() =>
		db.transaction('rw', tables, async () => {
			// What comes from elsewhere is not new: it was looked at where it was made.
			await db.seen.put({ briefId: whole.brief.id, at: Date.now() });
			for (const prompt of whole.plans.flatMap(promptsOf))
				if (!(await db.prompts.get(prompt.text))) await db.prompts.put(prompt);
			await db.briefs.add(whole.brief);
			await db.plans.bulkAdd(whole.plans.map(waitingToBeAsked(whole)));
			await db.ledger.bulkPut(whole.spendings);
			await db.takes.bulkAdd(whole.takes);
			await db.marks.bulkAdd(whole.marks);
			await db.picks.bulkAdd(whole.picks);
			await db.remarks.bulkAdd(whole.remarks);
			await db.answers.bulkAdd(whole.answers);
			await db.ballots.bulkAdd(whole.ballots);
			await db.pictures.bulkAdd(pictures);
			await db.measures.bulkAdd(measuresOf(pictures, measured));
			for (const one of whole.taught) if (!(await db.taught.get(one.id))) await db.taught.add(one);
		})
	);
}

/**
 * Adds to a brief that is here what an archive of it has besides: takes, marks and whatever else is
 * not here. What is here stays as it is; of the brief's own dials and words the later ones stand.
 *
 * @param pictures of takes that are not here yet, or whose picture is not
 * @param measured what was measured in those pictures
 * @returns how many takes were added
 */
export async function mergeWholeBrief(
	whole: WholeBrief,
	pictures: StoredPicture[],
	measured: ReadonlyMap<string, Measured> = new Map()
): Promise<number> {
	let added = 0;
	const missingOf = async <Row>(table: Table<Row, string>, rows: Row[], keys: string[]) => {
		const there = await table.bulkGet(keys);
		return rows.filter((_, i) => there[i] === undefined);
	};
	/** Adds the rows of a table that are not there. */
	const addMissing = async <Row>(table: Table<Row, string>, rows: Row[], keys: string[]) =>
		void (await table.bulkAdd(await missingOf(table, rows, keys)));
	await full(() =>
		db.transaction('rw', [...ownTables(), db.pictures, db.measures], async () => {
			const { brief, plans, takes, marks, picks, remarks, answers, ballots, taught } = whole;
			const own = await db.briefs.get(brief.id);
			if (own && own.updatedAt < brief.updatedAt)
				await db.briefs.put({ ...brief, numbered: Math.max(own.numbered, brief.numbered) });
			const ids = <Row extends { id: string }>(rows: Row[]) => rows.map(({ id }) => id);
			const ofTakes = <Row extends { takeId: string }>(rows: Row[]) =>
				rows.map(({ takeId }) => takeId);
			await addMissing(
				db.plans as Table<Plan, string>,
				plans.map(waitingToBeAsked(whole)),
				ids(plans)
			);
			const fresh = await missingOf(db.takes as Table<Take, string>, takes, ids(takes));
			added = fresh.length;
			// What is still to be made of a run that is here costs nothing before it is asked for.
			const open = new Set(fresh.filter(isOpen).map(({ planId }) => planId));
			const runs = (await db.plans.bulkGet([...open])).flatMap((plan) => plan ?? []);
			const ended = new Set(runs.filter(({ stopped }) => stopped).map(({ id }) => id));
			for (const { id } of runs) if (!ended.has(id)) await db.plans.update(id, WAITS);
			await db.takes.bulkAdd(
				fresh.map((take) =>
					isOpen(take) && ended.has(take.planId) ? { ...take, state: 'cancelled' } : take
				)
			);
			await addMissing(db.marks as Table<Mark, string>, marks, ofTakes(marks));
			await addMissing(db.remarks as Table<Remark, string>, remarks, ofTakes(remarks));
			await addMissing(db.picks as Table<Pick, string>, picks, ids(picks));
			await addMissing(db.answers as Table<Answer, string>, answers, ids(answers));
			await addMissing(db.ballots as Table<Ballot, string>, ballots, ids(ballots));
			await addMissing(db.taught as Table<TaughtAdapter, string>, taught, ids(taught));
			await addMissing(db.pictures, pictures, ofTakes(pictures));
			const rows = measuresOf(pictures, measured);
			await addMissing(db.measures as Table<StoredMeasures, string>, rows, ofTakes(rows));
			await db.ledger.bulkPut(whole.spendings);
		})
	);
	return added;
}

/** Which of some takes have no picture here. */
export async function withoutPicture(takeIds: readonly string[]): Promise<string[]> {
	const there = new Set(
		await db.pictures
			.where('takeId')
			.anyOf([...takeIds])
			.primaryKeys()
	);
	return takeIds.filter((id) => !there.has(id));
}

/** What was spent on briefs that were deleted since. */
async function spendingsOfNone(): Promise<Spending[]> {
	const briefs = new Set(await db.briefs.toCollection().primaryKeys());
	return db.ledger.filter(({ briefId }) => !briefs.has(briefId)).toArray();
}

/** What holds for all briefs, to be kept besides them. */
export async function house(): Promise<House> {
	return {
		styles: await db.styles.toArray(),
		sets: await db.sets.toArray(),
		prompts: await db.prompts.toArray(),
		faults: await db.faults.toArray(),
		searches: await db.searches.toArray(),
		purse: await purse(),
		spendings: await spendingsOfNone()
	};
}

/** Adds what is not here of what holds for all briefs. */
export async function addHouse(kept: House): Promise<void> {
	await db.transaction(
		'rw',
		[db.styles, db.sets, db.prompts, db.faults, db.searches, db.house, db.ledger],
		async () => {
			for (const one of kept.styles) if (!(await db.styles.get(one.name))) await db.styles.add(one);
			for (const one of kept.sets) if (!(await db.sets.get(one.name))) await db.sets.add(one);
			for (const one of kept.prompts)
				if (!(await db.prompts.get(one.text))) await db.prompts.add(one);
			for (const one of kept.faults) if (!(await db.faults.get(one.id))) await db.faults.add(one);
			for (const one of kept.searches)
				if (!(await db.searches.get(one.id))) await db.searches.add(one);
			await db.ledger.bulkPut(kept.spendings);
			if (!(await db.house.get('purse'))) await db.house.put({ ...kept.purse, name: 'purse' });
		}
	);
}

export const hasBrief = async (id: string): Promise<boolean> =>
	(await db.briefs.where({ id }).count()) > 0;
