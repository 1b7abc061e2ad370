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

/** The latest finished takes of all briefs, the last one last: what the pace is measured on. */
export const latestTakes = (): Promise<Take[]> =>
	db.takes
		.orderBy('madeAt')
		.reverse()
		.limit(200)
		.toArray()
		.then((takes) => takes.reverse());
