import * as store from '$lib/store';
import type { Clock } from './clock';

/** Finished takes are written together when they come faster than this, in milliseconds. */
const TOGETHER = 200;

/** Writes finished takes to the store, several at once when they come quickly. */
export class Keeper {
	readonly #clock: Clock;
	readonly #job: store.StoredJob;
	#ready: store.FinishedTake[] = [];
	#coming: Promise<void>[] = [];
	#writing: Promise<void> = Promise.resolve();
	#planned = false;
	#problem: unknown = null;
	/** Pictures that are still on their way. */
	coming = 0;
	/** Takes that were written. */
	kept = 0;

	/** @param job what makes them */
	constructor(job: store.StoredJob, clock: Clock) {
		this.#job = job;
		this.#clock = clock;
	}

	/** Keeps a take once it is there; null when it could not be had. */
	keep(coming: Promise<store.FinishedTake | null>): void {
		if (this.#problem) {
			// What comes after something went wrong is asked for again; nobody waits for it here.
			coming.catch(() => undefined);
			throw this.#problem as Error;
		}
		this.coming++;
		this.#coming.push(
			coming
				.finally(() => this.coming--)
				.then(
					(take) => {
						if (!take) return;
						this.#ready.push(take);
						if (this.#planned) return;
						this.#planned = true;
						void this.#clock.sleep(TOGETHER).then(() => this.#write());
					},
					(cause) => void (this.#problem ??= cause)
				)
		);
	}

	#write(): void {
		this.#planned = false;
		const together = this.#ready;
		this.#ready = [];
		if (!together.length) return;
		this.#writing = this.#writing
			.then(() => store.finishTakes(together, this.#clock.now(), this.#job))
			.then(() => void (this.kept += together.length))
			.catch((cause) => void (this.#problem ??= cause));
	}

	/** Ends when all that was to be kept is kept; throws what stood in the way. */
	async finish(): Promise<void> {
		await Promise.all(this.#coming);
		this.#write();
		await this.#writing;
		if (this.#problem) throw this.#problem as Error;
	}
}
