import type { Pick } from '$lib/core/schema';
import { db } from './db';

export const picksOf = (briefId: string): Promise<Pick[]> =>
	db.picks.where({ briefId }).reverse().sortBy('createdAt');

export async function addPick(pick: Pick): Promise<void> {
	await db.picks.add(pick);
}

export async function deletePick(id: string): Promise<void> {
	await db.picks.delete(id);
}
