import { db, type StartPicture } from './db';

/** Keeps a picture that takes may begin from. The same bytes are kept once. */
export async function keepStart(one: Omit<StartPicture, 'id'>): Promise<string> {
	const bytes = await one.picture.arrayBuffer();
	const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
	const id = [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
	// Ready bytes: a file that was chosen could change on the disk.
	const picture = new Blob([bytes], { type: one.picture.type });
	if (!(await db.starts.get(id))) await db.starts.put({ ...one, picture, id });
	return id;
}

export const start = (id: string): Promise<StartPicture | undefined> => db.starts.get(id);

/** All of them, the latest first. */
export const starts = (): Promise<StartPicture[]> =>
	db.starts.orderBy('addedAt').reverse().toArray();
