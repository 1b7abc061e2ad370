import { db, type StoredMeasures, type StoredPair } from './db';

/** What was measured in the takes of a brief, by take. */
export const measuresOf = async (briefId: string): Promise<Map<string, StoredMeasures>> =>
	new Map((await db.measures.where({ briefId }).toArray()).map((one) => [one.takeId, one]));

/** What was measured of a take, perhaps in another tab. */
export const measuresOfTake = (takeId: string): Promise<StoredMeasures | undefined> =>
	db.measures.get(takeId);

export async function keepMeasures(one: StoredMeasures): Promise<void> {
	await db.measures.put(one);
}

/** What parts the pairs of a brief that were compared, by their keys. */
export const pairsOf = async (briefId: string): Promise<Map<string, StoredPair>> =>
	new Map((await db.pairs.where({ briefId }).toArray()).map((one) => [one.key, one]));

export async function keepPair(one: StoredPair): Promise<void> {
	await db.pairs.put(one);
}
