/** Where what callers sent lies for all processes of a service, by the hash of what it is. */
export interface Vault {
	put(caller: string, kind: VaultKind, id: string, bytes: Uint8Array): Promise<void>;
	/** Null when it was not sent, or too long ago. */
	get(caller: string, kind: VaultKind, id: string): Promise<Uint8Array | null>;
}

/** A picture's own bytes; or what an adapter was taught from, as JSON. */
type VaultKind = 'image' | 'adapter';
