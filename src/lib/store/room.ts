/** The browser has no room left. */
export class StorageFull extends Error {
	constructor() {
		super('The browser has no room left for pictures. Delete takes or briefs, then go on.');
	}
}

/** Bytes used and left in the browser's storage; null where it does not say. */
export interface Room {
	used: number | null;
	left: number | null;
	/** Whether the browser promised not to throw it away by itself. */
	kept: boolean;
}

export async function room(): Promise<Room> {
	if (typeof navigator === 'undefined' || !navigator.storage?.estimate)
		return { used: null, left: null, kept: false };
	const { quota, usage } = await navigator.storage.estimate();
	return {
		used: usage ?? null,
		left: quota === undefined || usage === undefined ? null : Math.max(0, quota - usage),
		kept: (await navigator.storage.persisted?.()) ?? false
	};
}

/** Asks the browser not to throw away by itself what is kept here. */
export const askToKeep = async (): Promise<boolean> =>
	(await navigator.storage?.persist?.()) ?? false;

/** Does some work of the database; throws StorageFull when there was no room for it. */
export async function full<T>(work: () => Promise<T>): Promise<T> {
	try {
		return await work();
	} catch (cause) {
		const names = [cause, (cause as { inner?: unknown }).inner].map(
			(one) => (one as { name?: string } | undefined)?.name
		);
		if (names.includes('QuotaExceededError')) throw new StorageFull();
		throw cause;
	}
}
