import type { Plan, Take } from '$lib/core/schema';
import * as store from '$lib/store';
import { admitPicture } from '$lib/workers';
import { realClock, type Clock } from './clock';
import { PlanDrive, type Driving, type RunState } from './drive';
import type { Means, Progress } from './follow';
import { holding } from './holding';
import type { Routes } from './services';
import { isToBeSwept, sweep } from './sweep';

export type { Progress } from './follow';

/** What the runner tells. */
export interface RunnerEvents {
	onProgress(progress: Progress): void;
	/** A sentence while something stands in the way of the run, null when it goes on. */
	onTrouble(says: string | null): void;
	/** A plan came to its end, however many of its takes were made. */
	onFinished?(plan: Plan): void;
}

/** What the runner stands on; other ones in tests. */
export interface Ground {
	clock?: Clock;
	admit?: Means['admit'];
	/** Runs work in one tab at a time; the others wait until it is their turn. */
	alone?: (work: () => Promise<void>, cut: AbortSignal) => Promise<void>;
}

const LOCK = 'dial-pick-runs';
const CHANNEL = 'dial-pick-progress';

/** How many plans are driven at once; the others wait in the queue. */
const AT_ONCE = 2;

/** Room that must be free in the browser's storage, in bytes, for a run to go on. */
const ROOM = 32 * 1024 * 1024;

/** Least time between two tellings of progress, in milliseconds. */
const TELL_EVERY = 100;

const inOneTab: NonNullable<Ground['alone']> = (work, signal) =>
	holding(LOCK, work, signal).catch(() => undefined);

/**
 * Drives the plans of the queue to their end, in one tab at a time (Web Locks), and calls back what
 * is not wanted any more. All that must outlast the tab is in the database: the plans, their jobs and
 * which takes are done. So a reload, a closed tab or a restarted service costs nothing that was
 * finished.
 */
export class Runner {
	readonly #routes: Routes;
	readonly #tell: RunnerEvents;
	readonly #channel = new BroadcastChannel(CHANNEL);
	readonly #clock: Clock;
	readonly #admit: Means['admit'];
	readonly #alone: NonNullable<Ground['alone']>;
	/** Plans that are driven now, each with what cuts it short. */
	readonly #driving = new Map<string, AbortController>();
	/** Jobs that are being called back. */
	readonly #sweeping = new Set<string>();
	/** Plans that are to be driven, and jobs, as the store said last. */
	#queue: Plan[] | null = null;
	#jobs: readonly store.StoredJob[] = [];
	readonly #gone = new AbortController();
	readonly #troubles = new Map<string, string>();
	/** What was told of takes since it was passed on last. */
	readonly #heard = new Map<string, Progress>();

	constructor(routes: Routes, tell: RunnerEvents, ground: Ground = {}) {
		this.#routes = routes;
		this.#tell = tell;
		this.#clock = ground.clock ?? realClock;
		this.#admit = ground.admit ?? admitPicture;
		this.#alone = ground.alone ?? inOneTab;
	}

	/** Begins: listens to the tab that drives, and waits to become it. */
	start(): void {
		this.#channel.onmessage = ({ data }: MessageEvent<Progress[]>) => data.forEach(this.#show);
		void this.#alone(() => this.#drive(), this.#gone.signal);
	}

	stop(): void {
		this.#gone.abort();
		this.#channel.close();
	}

	/** Gives up what is not finished of a plan, in whatever tab and at its service. Finished takes stay. */
	cancel(plan: Plan): Promise<void> {
		return store.stopPlan(plan.id);
	}

	/** Gives up one take that is not finished. */
	cancelTake(take: Take): Promise<void> {
		return store.cancelTake(take);
	}

	/** Lets a plan wait, or go on. What is being made of it is given up and made later. */
	pause(plan: Plan, paused: boolean): Promise<void> {
		return store.pausePlan(plan.id, paused);
	}

	/** Watches queue and jobs as long as this tab lives. */
	#drive(): Promise<void> {
		return new Promise((resolve) => {
			const ends = [
				store.watch(store.openPlans, (plans) => {
					this.#queue = plans;
					this.#reconcile();
				}),
				store.watch(store.jobs, (jobs) => {
					this.#jobs = jobs;
					this.#callStraysBack();
					this.#sweepAll(jobs);
				})
			];
			this.#gone.signal.addEventListener('abort', () => {
				for (const cut of this.#driving.values()) cut.abort();
				for (const end of ends) end();
				resolve();
			});
		});
	}

	/** Lets go what is no longer among the first of the queue, and drives what is. */
	#reconcile(): void {
		this.#callStraysBack();
		const first = (this.#queue ?? []).slice(0, AT_ONCE);
		for (const [id, cut] of this.#driving)
			if (!first.some((plan) => plan.id === id)) void this.#letGo(id, cut);
		if (this.#gone.signal.aborted) return;
		for (const plan of first) {
			const driving = this.#driving.get(plan.id);
			// One that was let go and is wanted again is driven anew once it has come to rest.
			if (driving) continue;
			const cut = new AbortController();
			this.#driving.set(plan.id, cut);
			const drive = new PlanDrive(plan.id, this.#driver(plan.id), cut.signal);
			void drive
				.run()
				.then((state) => {
					if (state.at === 'ended' && state.why === 'done' && drive.settled)
						this.#tell.onFinished?.(plan);
				})
				.catch((cause: unknown) => {
					console.error(cause);
					return this.#clock.sleep(1000);
				})
				.finally(async () => {
					this.#driving.delete(plan.id);
					this.#trouble(plan.id, null);
					this.#queue = await store.openPlans().catch(() => this.#queue);
					this.#reconcile();
				});
		}
	}

	/** Lets a plan go; not one whose last take is made, which has yet to hear of its job's end. */
	async #letGo(id: string, cut: AbortController): Promise<void> {
		const waits = this.#queue?.some((plan) => plan.id === id);
		const plan = await store.plan(id).catch(() => undefined);
		if (waits || !plan || plan.stopped || plan.paused) cut.abort();
	}

	#driver(planId: string): Driving {
		return {
			...this.#means(),
			routes: this.#routes,
			hasRoom: async () => {
				const { left } = await store.room();
				if (left !== null && left < ROOM) throw new store.StorageFull();
			},
			onState: (state: RunState) => {
				// While a part is sent what stood in the way stays said: it may stand there still.
				if (state.at === 'waiting') this.#trouble(planId, state.says);
				else if (state.at !== 'sending') this.#trouble(planId, null);
			}
		};
	}

	#means(): Means {
		return {
			clock: this.#clock,
			admit: this.#admit,
			onProgress: (progress: Progress) => this.#progress(progress)
		};
	}

	/** Calls back the jobs of plans that have nothing more to be made: their tab was closed before they ended. */
	#callStraysBack(): void {
		const queue = this.#queue;
		if (!queue) return;
		for (const { key, planId, wanted } of this.#jobs)
			if (wanted && !this.#driving.has(planId) && !queue.some(({ id }) => id === planId))
				void store.callJobBack(key).catch((cause: unknown) => console.error(cause));
	}

	/** The one place where jobs are called back that are not wanted any more. */
	#sweepAll(jobs: readonly store.StoredJob[]): void {
		for (const row of jobs) {
			const { key } = row;
			if (!isToBeSwept(row) || this.#sweeping.has(key)) continue;
			this.#sweeping.add(key);
			const trouble = (says: string | null) => this.#trouble(`back ${key}`, says);
			void sweep(key, this.#routes, this.#means(), this.#gone.signal, trouble)
				.catch((cause: unknown) => console.error(cause))
				.finally(async () => {
					this.#sweeping.delete(key);
					const again = await store.job(key).catch(() => undefined);
					if (again && !this.#gone.signal.aborted) this.#sweepAll([again]);
				});
		}
	}

	#trouble(of: string, says: string | null): void {
		if (says === null) this.#troubles.delete(of);
		else this.#troubles.set(of, says);
		this.#tell.onTrouble([...this.#troubles.values()][0] ?? null);
	}

	/** Progress is passed on a few times a second, however often it is told. */
	#progress(progress: Progress): void {
		if (!this.#heard.size)
			void this.#clock.sleep(TELL_EVERY).then(() => {
				const all = [...this.#heard.values()];
				this.#heard.clear();
				all.forEach(this.#show);
				if (!this.#gone.signal.aborted) this.#channel.postMessage(all);
			});
		const before = this.#heard.get(progress.takeId);
		this.#heard.set(progress.takeId, {
			...progress,
			preview: progress.preview ?? before?.preview
		});
	}

	#show = (progress: Progress): void => this.#tell.onProgress(progress);
}
