import { mergeSpending } from '$lib/core/merging';
import { cents, reckon, type Account } from '$lib/core/plan';
import type { RenderEvent, Spending, Take } from '$lib/core/schema';
import { db, type StoredJob } from './db';
import { purse } from './purse';

type Done = Extract<RenderEvent, { type: 'done' }>;

/**
 * Enters spendings, each once: the one door into the ledger. Entering the same spending again changes
 * nothing, and no entry is ever lowered. Call it within a transaction of the ledger.
 */
export async function enterOnce(all: readonly Spending[]): Promise<void> {
	const known = await db.ledger.bulkGet(all.map(({ briefId, id }) => [briefId, id]));
	const rows = all.map((one, i) => {
		const there = known[i];
		return there ? mergeSpending(there, one) : one;
	});
	await db.ledger.bulkPut(rows.filter((row, i) => row !== known[i]));
}

/** Names a spending by the take that was made and the service's name for the making. */
const makingOf = (takeId: string, { take: as }: Done): string => `${takeId} as ${as}`.slice(0, 200);

/** Enters what making a take cost. A take that is made a second time is paid a second time. */
export async function enterMade(
	{ id, briefId, settings }: Take,
	done: Done,
	at: number
): Promise<void> {
	const { credits } = done;
	if (credits)
		await enterOnce([{ id: makingOf(id, done), briefId, model: settings.model, credits, at }]);
}

/** The name of this browser's ledger, under which its spendings go out in files. */
export async function ledgerId(): Promise<string> {
	return db.transaction('rw', db.house, async () => {
		const kept = await db.house.get('ledger');
		if (kept?.name === 'ledger') return kept.id;
		const id = crypto.randomUUID();
		await db.house.put({ name: 'ledger', id });
		return id;
	});
}

/** Goes on with the ledger of a backup, where this browser has not spent anything of its own yet. */
export async function adoptLedger(id: string): Promise<void> {
	await db.transaction('rw', db.house, db.ledger, async () => {
		if (!(await db.ledger.filter(({ by }) => !by).count()))
			await db.house.put({ name: 'ledger', id });
	});
}

/**
 * Spendings of a file as they are entered here.
 *
 * @param mine the name of this browser's ledger
 * @param unsaid whose spendings are that don't say whose they are: older files say nothing
 */
export const broughtSpendings = (
	all: readonly Spending[],
	mine: string,
	unsaid: 'mine' | 'theirs'
): Spending[] =>
	all.map(({ by, ...one }) =>
		by === mine || (!by && unsaid === 'mine') ? one : { ...one, by: by ?? 'unknown' }
	);

/** Spendings as they go out in a file: each says whose it is. */
export const namedSpendings = (all: readonly Spending[], mine: string): Spending[] =>
	all.map((one) => ({ ...one, by: one.by ?? mine }));

/** Enters what it cost to make the picture of a take once more; told again it is the same entry. */
export async function enterAgain(
	{ key, briefId, refs, models }: StoredJob,
	{ credits }: Done,
	at: number
): Promise<void> {
	if (!credits) return;
	const [id, model] = [`${refs[0]} again as ${key}`, models?.[0] ?? 'unknown'];
	await db.transaction('rw', db.ledger, () => enterOnce([{ id, briefId, model, credits, at }]));
}

/** What spendings go under that are of no brief. */
export const NO_BRIEF = 'of no brief';

/**
 * Enters what a check of a service costs: at most, before it begins, and what it came to, under the same id, once
 * it has ended. Where it is broken off the first stands.
 */
export async function enterCheck(
	id: string,
	model: string,
	credits: number,
	at: number
): Promise<void> {
	await db.ledger.put({ id: `check ${id}`, briefId: NO_BRIEF, model, credits, at });
}

/**
 * Enters what a job made, and charged, of a take that cannot have it: it was deleted meanwhile, or the picture
 * cannot be used. Told again it is the same entry; a take that was paid while it was there is not paid twice.
 */
export async function enterLost(
	{ briefId, refs, models }: Pick<StoredJob, 'briefId' | 'refs' | 'models'>,
	takeId: string,
	done: Done,
	at: number
): Promise<void> {
	const { credits } = done;
	if (!credits) return;
	await db.transaction('rw', db.ledger, db.takes, async () => {
		const model =
			models?.[refs.indexOf(takeId)] ?? (await db.takes.get(takeId))?.settings.model ?? 'unknown';
		await enterOnce([{ id: makingOf(takeId, done), briefId, model, credits, at }]);
	});
}

/**
 * The sum of the last part of an index's keys, such as prices: there are few different ones, so none
 * of the rows is read.
 */
async function sumOf(
	table: 'ledger' | 'takes',
	index: string,
	begin: readonly string[]
): Promise<number> {
	const keys = (await db
		.table(table)
		.where(index)
		.between([...begin, 0], [...begin, Infinity])
		.uniqueKeys()) as unknown as unknown[][];
	const sums = await Promise.all(
		keys.map(
			async (key) =>
				Number(key.at(-1)) *
				(await db
					.table(table)
					.where(index)
					.equals(key as string[])
					.count())
		)
	);
	return cents(sums.reduce((sum, one) => sum + one, 0));
}

/** Credits that were spent on a brief, whatever was deleted of it since. */
export const spentOn = (briefId: string): Promise<number> =>
	sumOf('ledger', '[briefId+credits]', [briefId]);

/** Credits that were spent on all briefs since an instant, those that were deleted too. */
export async function spentOverall(since: number): Promise<number> {
	const all = await db.ledger.where('at').aboveOrEqual(since).toArray();
	// What came in with somebody else's file was not spent here.
	const entries = all.filter(({ by }) => !by);
	// A copy of a brief has its entries too; they were spent once.
	const once = new Map(entries.map(({ id, credits }) => [id, credits]));
	return cents([...once.values()].reduce((sum, credits) => sum + credits, 0));
}

const open = ['waiting', 'running'] as const;

/** Credits that the takes of a brief are going to cost that are still to be made. */
export async function queuedOn(briefId: string): Promise<number> {
	const sums = await Promise.all(
		open.map((state) => sumOf('takes', '[briefId+state+expected]', [briefId, state]))
	);
	return cents(sums[0] + sums[1]);
}

/** The same for all briefs. */
export async function queuedOverall(): Promise<number> {
	const sums = await Promise.all(open.map((state) => sumOf('takes', '[state+expected]', [state])));
	return cents(sums[0] + sums[1]);
}

/**
 * What may be spent on a brief, and what was.
 * @param midnight when today began
 */
export async function account(briefId: string, midnight: number): Promise<Account> {
	const [brief, { dayAllowance }, spent, queued, spentToday, overall] = await Promise.all([
		db.briefs.get(briefId),
		purse(),
		spentOn(briefId),
		queuedOn(briefId),
		spentOverall(midnight),
		queuedOverall()
	]);
	return {
		allowance: brief?.allowance ?? null,
		dayAllowance,
		spent,
		queued,
		spentToday,
		queuedOverall: overall
	};
}

/** All that was ever spent. */
export const allSpendings = (): Promise<Spending[]> => db.ledger.toArray();

/** The account as the artist saw it when asking for takes, and when today began. */
export interface Within {
	seen: Account;
	midnight: number;
}

/** Less is left than was seen when something was asked for: another tab began a run meanwhile. */
export class LessIsLeft extends Error {
	constructor() {
		super('Another run was started meanwhile, so less is left. Nothing was started here.');
	}
}

/** The tables of an account. */
export const accountTables = () => [db.briefs, db.takes, db.ledger, db.house];

/**
 * Throws LessIsLeft where takes that were just put into the queue go over an allowance, and more is
 * spent or queued by now than was seen. Call it in the transaction that put them there.
 *
 * @param credits what the takes are going to cost
 */
export async function checkWithin(
	briefId: string,
	credits: number,
	{ seen, midnight }: Within
): Promise<void> {
	const now = await account(briefId, midnight);
	const used = ({ spent, queued, spentToday, queuedOverall }: Account) =>
		cents(spent + queued + spentToday + queuedOverall);
	// The takes are in the queue of the brief and of the day by now.
	if (reckon(now, 0).over && used(now) > cents(used(seen) + 2 * credits)) throw new LessIsLeft();
}
