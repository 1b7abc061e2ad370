import type { Remark } from '$lib/core/schema';
import { db } from './db';

/** Faults and notes of a brief's takes, by take. */
export const remarksOf = async (briefId: string): Promise<Map<string, Remark>> =>
	new Map((await db.remarks.where({ briefId }).toArray()).map((one) => [one.takeId, one]));

/** What was noted about takes, those about which nothing was left out. */
export const remarksById = async (ids: readonly string[]): Promise<Remark[]> =>
	(await db.remarks.bulkGet([...ids])).flatMap((one) => one ?? []);

/** All tags that takes have, in order of the alphabet. */
export const tags = async (): Promise<string[]> =>
	(await db.remarks.orderBy('tags').uniqueKeys()).map(String);

const without = ({ takeId, briefId, at }: Remark) => ({ takeId, briefId, at });

const empty = ({ faults, note, tags }: Pick<Remark, 'faults' | 'note' | 'tags'>) =>
	!faults.length && !note.trim() && !tags?.length;

/**
 * Writes remarks of takes: empty ones are taken away.
 * @returns those that stood before, so that they can be put back
 */
export async function remarkTakes(next: readonly Remark[]): Promise<Remark[]> {
	return db.transaction('rw', db.remarks, db.takes, async () => {
		const before = await db.remarks.bulkGet(next.map(({ takeId }) => takeId));
		// A take that was deleted meanwhile, perhaps in another tab, leaves nothing behind.
		const there = new Set(
			await db.takes
				.where('id')
				.anyOf(next.map(({ takeId }) => takeId))
				.primaryKeys()
		);
		await db.remarks.bulkPut(next.filter((one) => !empty(one) && there.has(one.takeId)));
		await db.remarks.bulkDelete(next.filter(empty).map(({ takeId }) => takeId));
		return before.map((old, i) => old ?? { ...without(next[i]), faults: [], note: '' });
	});
}

/** Faults that the artist added to those that ship. */
export const ownFaults = (): Promise<{ id: string; label: string }[]> => db.faults.toArray();

export async function addFault(id: string, label: string): Promise<void> {
	await db.faults.put({ id, label });
}
