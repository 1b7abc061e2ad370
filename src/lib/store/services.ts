import { db, type AddedService } from './db';

/** Render services that were added, the earliest first, and the one that ships where it has a token. */
export const services = (): Promise<AddedService[]> =>
	db.services.toArray().then((all) => all.sort((a, b) => a.addedAt - b.addedAt));

export async function addService(one: AddedService): Promise<void> {
	await db.services.put(one);
}

export async function dropService(id: string): Promise<void> {
	await db.services.delete(id);
}
