import type { JobBoard } from '../http/board';
import type { Vault } from '../http/vault';
import { QueuedJobs } from './queued';
import { redisVault } from './vault';

/** What the service keeps in a queue's Redis. */
export interface OpenQueue {
	board: JobBoard;
	vault: Vault;
}

/** Kept when code is reloaded. */
const place = globalThis as { dialPickQueue?: OpenQueue };

/** The queue at an address, `redis://host:port`; opened at the first call. */
export function openQueue(url: string): OpenQueue {
	if (!place.dialPickQueue) {
		const board = new QueuedJobs(url);
		place.dialPickQueue = { board, vault: redisVault(board.store) };
	}
	return place.dialPickQueue;
}

export { redisTrouble } from './redis';
