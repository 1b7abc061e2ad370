/**
 * Does some work once nobody else holds a name, in whatever tab (Web Locks), and holds it meanwhile; a tab that
 * is closed lets go. Rejects with what the work throws, and when it is cut short while it waits.
 */
export const holding = <T>(name: string, work: () => Promise<T>, cut?: AbortSignal): Promise<T> =>
	navigator.locks.request(name, { signal: cut }, work);

/** What somebody holds who waits for a job that is of no plan. */
export const ofJob = (key: string): string => `dial-pick-job ${key}`;
