import type { Vault } from '../http/vault';
import { keyOf, type Store } from './redis';

/** How long what was sent is kept from when it was last asked for, in seconds. */
const KEPT = 24 * 60 * 60;

/** What was sent, in Redis, where every process of the service finds it. */
export const redisVault = (store: Store): Vault => ({
	async put(kind, id, bytes) {
		await store.set(keyOf.sentIn(kind, id), Buffer.from(bytes), 'EX', KEPT);
	},
	async get(kind, id) {
		const bytes = await store.getexBuffer(keyOf.sentIn(kind, id), 'EX', KEPT);
		return bytes && new Uint8Array(bytes);
	}
});
