/** Tells and waits for time; another one in tests. */
export interface Clock {
	now(): number;
	/** Resolves after a while, or at once when it is cut short. */
	sleep(milliseconds: number, cut?: AbortSignal): Promise<void>;
}

export const realClock: Clock = {
	now: () => Date.now(),
	sleep: (milliseconds, cut) =>
		new Promise((resolve) => {
			if (cut?.aborted) return resolve();
			const done = () => {
				clearTimeout(timer);
				cut?.removeEventListener('abort', done);
				resolve();
			};
			const timer = setTimeout(done, milliseconds);
			cut?.addEventListener('abort', done);
		})
};
