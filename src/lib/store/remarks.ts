import type { Remark } from '$lib/core/schema';
import { db } from './db';
import { takesThere } from './takes';

/** Faults and notes of a brief's takes, by take. */
export const remarksOf = async (briefId: string): Promise<Map<string, Remark>> =>
	new Map((await db.remarks.where({ briefId }).toArray()).map((one) => [one.takeId, one]));

/** What was noted about takes, those about which nothing was left out. */
export const remarksById = async (ids: readonly string[]): Promise<Remark[]> =>
	(await db.remarks.bulkGet([...ids])).flatMap((one) => one ?? []);

/** All tags that takes have, in order of the alphabet. */
export const tags = async (): Promise<string[]> =>
	(await db.remarks.orderBy('tags').uniqueKeys()).map(String);

/** One thing that is changed in the remark on a take. Everything else in it stays as it is stored. */
export type RemarkChange =
	{ note: string } | { fault: string; has: boolean } | { tag: string; has: boolean };

/** A change of the remark on one take. */
export interface RemarkEdit {
	takeId: string;
	briefId: string;
	change: RemarkChange;
}

const isEmpty = ({ faults, note, tags }: Remark) => !faults.length && !note.trim() && !tags?.length;

/** A list with something in it, or without. */
const listWith = (list: readonly string[], one: string, has: boolean): string[] => {
	const others = list.filter((other) => other !== one);
	return has ? [...others, one] : others;
};

function changed(remark: Remark, change: RemarkChange): Remark {
	if ('note' in change) return { ...remark, note: change.note };
	if ('fault' in change)
		return { ...remark, faults: listWith(remark.faults, change.fault, change.has) };
	return { ...remark, tags: listWith(remark.tags ?? [], change.tag, change.has) };
}

/** The change that puts back what another one is going to change. */
function inverse(remark: Remark, change: RemarkChange): RemarkChange {
	if ('note' in change) return { note: remark.note };
	if ('fault' in change) return { ...change, has: remark.faults.includes(change.fault) };
	return { ...change, has: remark.tags?.includes(change.tag) ?? false };
}

/**
 * Changes remarks, each in one thing. Remarks that are empty afterwards are taken away.
 * @returns the changes that put back what was there, the last one first
 */
export async function editRemarks(
	edits: readonly RemarkEdit[],
	now: number
): Promise<RemarkEdit[]> {
	return db.transaction('rw', db.remarks, db.takes, async () => {
		const keys = edits.map(({ takeId }) => takeId);
		// A take that was deleted meanwhile, perhaps in another tab, leaves nothing behind.
		const there = await takesThere(keys);
		const found = await db.remarks.bulkGet(keys);
		const remarks = new Map(found.flatMap((one) => (one ? [[one.takeId, one]] : [])));
		const back: RemarkEdit[] = [];
		for (const { takeId, briefId, change } of edits) {
			const remark = remarks.get(takeId) ?? { takeId, briefId, faults: [], note: '', at: now };
			back.push({ takeId, briefId, change: inverse(remark, change) });
			remarks.set(takeId, { ...changed(remark, change), at: now });
		}
		const next = [...remarks.values()];
		await db.remarks.bulkPut(next.filter((one) => !isEmpty(one) && there.has(one.takeId)));
		await db.remarks.bulkDelete(next.filter(isEmpty).map(({ takeId }) => takeId));
		return back.reverse();
	});
}

/** Faults that the artist added to those that ship. */
export const ownFaults = (): Promise<{ id: string; label: string }[]> => db.faults.toArray();

export async function addFault(id: string, label: string): Promise<void> {
	await db.faults.put({ id, label });
}
