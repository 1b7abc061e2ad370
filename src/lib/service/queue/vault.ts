import type { Vault } from '../http/vault';
import { keyOf, type Store } from './redis';

/** How long what was sent is kept from when it was last asked for, in seconds. */
const KEPT = 24 * 60 * 60;

/** Bytes kept of one caller’s uploads; beyond it, those unused the longest are deleted. */
const MOST_SENT = 256 * 1024 * 1024;

/** What callers sent, in Redis, where every process of the service finds it. */
export const redisVault = (store: Store): Vault => ({
	async put(caller, kind, id, bytes) {
		await store.keepSent(
			keyOf.sentIn(caller, kind, id),
			keyOf.sentSizes(caller),
			keyOf.sentTimes(caller),
			Buffer.from(bytes),
			KEPT,
			Date.now(),
			MOST_SENT
		);
	},
	async get(caller, kind, id) {
		const name = keyOf.sentIn(caller, kind, id);
		const bytes = await store.getexBuffer(name, 'EX', KEPT);
		if (bytes) await store.zadd(keyOf.sentTimes(caller), 'XX', Date.now(), name);
		return bytes && new Uint8Array(bytes);
	}
});
