import { db, type StoredMeasures, type StoredPair } from './db';

/** What was measured in the takes of a brief, by take. */
export const measuresOf = async (briefId: string): Promise<Map<string, StoredMeasures>> =>
	new Map((await db.measures.where({ briefId }).toArray()).map((one) => [one.takeId, one]));

/** What was measured of a take, perhaps in another tab. */
export const measuresOfTake = (takeId: string): Promise<StoredMeasures | undefined> =>
	db.measures.get(takeId);

/** Keeps what was measured, unless the take has gone meanwhile. */
export async function keepMeasures(one: StoredMeasures): Promise<void> {
	await db.transaction('rw', db.measures, db.takes, async () => {
		if (await db.takes.get(one.takeId)) await db.measures.put(one);
	});
}

/** What parts the pairs of a brief that were compared, by their keys. */
export const pairsOf = async (briefId: string): Promise<Map<string, StoredPair>> =>
	new Map((await db.pairs.where({ briefId }).toArray()).map((one) => [one.key, one]));

/** Keeps what parts a pair, unless its brief has gone meanwhile. */
export async function keepPair(one: StoredPair): Promise<void> {
	await db.transaction('rw', db.pairs, db.briefs, async () => {
		if (await db.briefs.get(one.briefId)) await db.pairs.put(one);
	});
}
