import * as store from '$lib/store';
import { admitPicture } from '$lib/workers';

/**
 * Keeps a picture that was chosen from the disk, so that takes may bring it along.
 * @returns its id, with a sentence if it moves; a problem where it cannot be used
 */
export async function keepFile(
	file: File
): Promise<{ id: string; says?: string } | { problem: string }> {
	try {
		const { picture, thumbnail, moves } = await admitPicture(file);
		const one = { name: file.name, picture, thumbnail, addedAt: Date.now() };
		const id = await store.keepStart(one);
		return moves ? { id, says: `${file.name} moves: its first frame was taken.` } : { id };
	} catch (cause) {
		const why = cause instanceof Error ? cause.message : String(cause);
		return { problem: `${file.name} cannot be used. ${why} Choose another PNG, JPEG or WebP.` };
	}
}
