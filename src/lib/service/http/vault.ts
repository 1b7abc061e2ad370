/** Where what was sent lies for all processes of a service, by the hash of what it is. */
export interface Vault {
	put(kind: VaultKind, id: string, bytes: Uint8Array): Promise<void>;
	/** Null when it was not sent, or too long ago. */
	get(kind: VaultKind, id: string): Promise<Uint8Array | null>;
}

/** A picture's own bytes; or what an adapter was taught from, as JSON. */
export type VaultKind = 'image' | 'adapter';
