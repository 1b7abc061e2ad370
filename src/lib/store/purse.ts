import type { Purse, Take } from '$lib/core/schema';
import { db } from './db';

/** A purse of which nothing was said yet. */
export const emptyPurse: Purse = { dayAllowance: null, creditPrice: null, currency: 'USD' };

export async function purse(): Promise<Purse> {
	const kept = await db.house.get('purse');
	if (kept?.name !== 'purse') return emptyPurse;
	const { name: _name, ...own } = kept;
	return own;
}

export async function setPurse(change: Partial<Purse>): Promise<void> {
	await db.transaction('rw', db.house, async () => {
		await db.house.put({ ...(await purse()), ...change, name: 'purse' });
	});
}

/** Whether keys of one letter act. */
export async function letters(): Promise<boolean> {
	const kept = await db.house.get('keys');
	return kept?.name === 'keys' ? kept.letters : true;
}

export async function setLetters(on: boolean): Promise<void> {
	await db.house.put({ name: 'keys', letters: on });
}

/** The latest finished takes of all briefs, the last one last: what the pace is measured on. */
export const latestTakes = (): Promise<Take[]> =>
	db.takes
		.orderBy('madeAt')
		.reverse()
		.limit(200)
		.toArray()
		.then((takes) => takes.reverse());
