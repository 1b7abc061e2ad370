import { db, type StartPicture } from './db';
import { full } from './room';

/** Keeps a picture that takes may begin from. The same bytes are kept once. */
export async function keepStart(one: Omit<StartPicture, 'id'>): Promise<string> {
	const bytes = await one.picture.arrayBuffer();
	const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
	const id = [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
	// Ready bytes: a file that was chosen could change on the disk.
	const picture = new Blob([bytes], { type: one.picture.type });
	const known = await db.starts.get(id);
	if (!known) await full(() => db.starts.put({ ...one, picture, id }));
	else if (one.of && !known.of) await db.starts.update(id, { seed: one.seed, of: one.of });
	return id;
}

/** The takes of a brief that pictures kept here are of, by the pictures' ids. */
export async function takesOfStarts(
	briefId: string
): Promise<Map<string, { take: string; number: number }>> {
	const known = new Map<string, { take: string; number: number }>();
	await db.starts.each(({ id, of }) => {
		if (of?.briefId === briefId) known.set(id, { take: of.take, number: of.number });
	});
	return known;
}

/** The seeds that start pictures were made on, by their ids; of pictures from elsewhere there is none. */
export async function startSeeds(): Promise<Map<string, number>> {
	const known = new Map<string, number>();
	await db.starts.each(({ id, seed }) => {
		if (seed !== undefined) known.set(id, seed);
	});
	return known;
}

export const start = (id: string): Promise<StartPicture | undefined> => db.starts.get(id);

/** Every picture that is kept to begin from, areas too. */
export const allStarts = (): Promise<StartPicture[]> => db.starts.toArray();

/** All that takes may begin from, the latest first. */
export const starts = (): Promise<StartPicture[]> =>
	db.starts
		.orderBy('addedAt')
		.reverse()
		.filter(({ area }) => !area)
		.toArray();
