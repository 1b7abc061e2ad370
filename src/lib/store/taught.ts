import type { TaughtAdapter } from '$lib/core/schema';
import { db } from './db';

/** Adapters that were taught from the artist's own pictures, the latest first. */
export const taughtAdapters = (): Promise<TaughtAdapter[]> =>
	db.taught.toArray().then((all) => all.sort((a, b) => b.taughtAt - a.taughtAt));

export const taughtAdapter = (id: string): Promise<TaughtAdapter | undefined> => db.taught.get(id);

export async function keepTaught(one: TaughtAdapter): Promise<void> {
	await db.taught.put(one);
}
