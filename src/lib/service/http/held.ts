import { openQueue } from '$lib/service/queue';
import type { Shelf } from './admission';
import type { JobBoard } from './board';
import { Images } from './images';
import { Jobs } from './jobs';
import { PictureMemory } from './memory';
import { openPool, type RenderPool } from './pool';
import { Teaching } from './teaching';
import type { Vault } from './vault';
import { WordsDesk } from './words';

/** What the service holds while it runs; kept when code is reloaded. */
const place = globalThis as {
	dialPickMemory?: PictureMemory;
	dialPickBoard?: JobBoard;
	dialPickShelf?: Shelf;
	dialPickWords?: WordsDesk;
};

const memory = (): PictureMemory => (place.dialPickMemory ??= new PictureMemory());

/** The queue that the environment names, `redis://host:port`, or none: then all is in this process. */
const queue = () => (process.env.DIAL_PICK_QUEUE ? openQueue(process.env.DIAL_PICK_QUEUE) : null);

/** The service's jobs, opened at the first call. */
export const board = (): JobBoard =>
	(place.dialPickBoard ??= queue()?.board ?? new Jobs(poolWhenAsked(), memory()));

/** Threads that start with the first take: who only asks for models needs none. */
function poolWhenAsked(): RenderPool {
	let pool: RenderPool | undefined;
	return {
		render: (...work) => (pool ??= openPool()).render(...work),
		close: async () => pool?.close()
	};
}

/** What helps with words. */
export const words = (): WordsDesk => (place.dialPickWords ??= new WordsDesk());

/** Pictures and taught adapters that takes may ask for. */
export const shelf = (): Shelf =>
	(place.dialPickShelf ??= shelfWith(memory(), queue()?.vault ?? null));

/** A shelf whose pictures are counted by a memory. */
export function shelfWith(held: PictureMemory, vault: Vault | null): Shelf {
	const images = new Images(held, vault);
	return { images, teaching: new Teaching(images, held, vault) };
}

/** Ends what is being made, as when the program is told to end. */
export async function closeService(): Promise<void> {
	await Promise.allSettled([place.dialPickBoard?.close(), place.dialPickWords?.close()]);
}
