import type { Purse, Take } from '$lib/core/schema';
import { db } from './db';

/** A purse of which nothing was said yet. */
export const emptyPurse: Purse = { dayAllowance: null, creditPrice: null, currency: 'USD' };

export async function purse(): Promise<Purse> {
	const { name: _name, ...kept } = (await db.house.get('purse')) ?? { name: '', ...emptyPurse };
	return kept;
}

export async function setPurse(change: Partial<Purse>): Promise<void> {
	await db.transaction('rw', db.house, async () => {
		await db.house.put({ ...(await purse()), ...change, name: 'purse' });
	});
}

/** Credits that were spent on all briefs since an instant. */
export async function spentOverall(since: number): Promise<number> {
	const takes = await db.takes.where('madeAt').aboveOrEqual(since).toArray();
	return takes.reduce((sum, { credits }) => sum + (credits ?? 0), 0);
}

/** The latest finished takes of all briefs, the last one last: what the pace is measured on. */
export const latestTakes = (): Promise<Take[]> =>
	db.takes
		.orderBy('madeAt')
		.reverse()
		.limit(200)
		.toArray()
		.then((takes) => takes.reverse());
