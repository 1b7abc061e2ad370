import { cents } from '$lib/core/plan';
import type { Account } from '$lib/core/plan';
import type { Spending, Take } from '$lib/core/schema';
import { db } from './db';
import { purse } from './purse';

/** The entry of a finished take. A take is paid once. */
export const spendingOf = (
	{ id, briefId, settings }: Take,
	credits: number,
	at: number
): Spending => ({ id, briefId, model: settings.model, credits, at });

/** Enters what was spent on something that is no take of its own, such as a picture made again. */
export async function enterSpending(one: Spending): Promise<void> {
	await db.ledger.put(one);
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
	const entries = await db.ledger.where('at').aboveOrEqual(since).toArray();
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
