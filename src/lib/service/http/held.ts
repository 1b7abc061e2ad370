import type { Shelf } from './admission';
import { Images } from './images';
import { Jobs } from './jobs';
import { PictureMemory } from './memory';
import { openPool } from './pool';
import { Teaching } from './teaching';
import { WordsDesk } from './words';

/** What the service holds while it runs; kept when code is reloaded. */
const place = globalThis as {
	dialPickMemory?: PictureMemory;
	dialPickJobs?: Jobs;
	dialPickShelf?: Shelf;
	dialPickWords?: WordsDesk;
};

const memory = (): PictureMemory => (place.dialPickMemory ??= new PictureMemory());

/** The service's jobs, opened at the first call. */
export const jobs = (): Jobs => (place.dialPickJobs ??= new Jobs(openPool(), memory()));

/** What helps with words. */
export const words = (): WordsDesk => (place.dialPickWords ??= new WordsDesk());

/** Pictures and taught adapters that takes may ask for. */
export function shelf(): Shelf {
	if (!place.dialPickShelf) {
		const images = new Images(memory());
		place.dialPickShelf = { images, teaching: new Teaching(images, memory()) };
	}
	return place.dialPickShelf;
}

/** Ends what is being made, as when the program is told to end. */
export async function closeService(): Promise<void> {
	await Promise.allSettled([place.dialPickJobs?.close(), place.dialPickWords?.close()]);
}
