import type { Plan, RenderEvent, Take } from '$lib/core/schema';
import * as store from '$lib/store';
import { makeThumbnail } from '$lib/workers';
import { RenderRefused, type RenderClient } from './client';

/** How far a take is; not kept, since it is true for a moment only. */
export interface Progress {
	takeId: string;
	step: number;
	steps: number;
	preview?: string;
}

/** What the runner tells. */
export interface RunnerEvents {
	onProgress(progress: Progress): void;
	/** A sentence while something stands in the way of the run, null when it goes on. */
	onTrouble(says: string | null): void;
}

const LOCK = 'dial-pick-runs';
const CHANNEL = 'dial-pick-progress';

/** Waits between tries when the service does not answer, in milliseconds. */
const RETRIES = [500, 1000, 2000, 4000, 8000];

const pause = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/**
 * Drives every unfinished plan to its end, in one tab at a time (Web Locks). All that must outlast
 * the tab is in the database: the plan, its job and which takes are done. So a reload, a closed
 * tab or a restarted service costs nothing that was finished.
 */
export class Runner {
	readonly #client: RenderClient;
	readonly #tell: RunnerEvents;
	readonly #channel = new BroadcastChannel(CHANNEL);
	readonly #driving = new Set<string>();
	readonly #gone = new AbortController();

	constructor(client: RenderClient, tell: RunnerEvents) {
		this.#client = client;
		this.#tell = tell;
	}

	/** Begins: listens to the tab that drives, and waits to become it. */
	start(): void {
		this.#channel.onmessage = ({ data }: MessageEvent<Progress>) => this.#tell.onProgress(data);
		void navigator.locks
			.request(LOCK, { signal: this.#gone.signal }, () => this.#drive())
			.catch(() => undefined);
	}

	stop(): void {
		this.#gone.abort();
		this.#channel.close();
	}

	/** Gives up what is not finished of a plan. Finished takes stay. */
	async cancel(plan: Plan): Promise<void> {
		await store.updatePlan(plan.id, { stopped: true });
		const open = await store.unfinishedTakes(plan.id);
		await store.endTakes(
			open.map(({ id }) => id),
			'cancelled'
		);
		if (plan.job) await this.#client.cancel(plan.job).catch(() => undefined);
	}

	/** Watches for unfinished plans as long as this tab lives. */
	#drive(): Promise<void> {
		return new Promise((resolve) => {
			const end = store.watch(store.unfinishedPlans, (plans) => {
				for (const { id } of plans) {
					if (this.#driving.has(id)) continue;
					this.#driving.add(id);
					void this.#finish(id).finally(() => this.#driving.delete(id));
				}
			});
			this.#gone.signal.addEventListener('abort', () => {
				end();
				resolve();
			});
		});
	}

	/** Takes one plan to its end, however often it must begin again. */
	async #finish(planId: string): Promise<void> {
		for (let failures = 0; !this.#gone.signal.aborted;) {
			const plan = await store.plan(planId);
			const open = plan && !plan.stopped ? await store.unfinishedTakes(planId) : [];
			if (!plan || !open.length) return;
			try {
				await this.#follow(plan, open);
				failures = 0;
				this.#tell.onTrouble(null);
			} catch (cause) {
				if (this.#gone.signal.aborted) return;
				if (cause instanceof RenderRefused && cause.status === 404) {
					// The service has forgotten the job: what is left goes out under a new key.
					await store.updatePlan(planId, { job: null, key: crypto.randomUUID() });
					if (failures++ > 3) await pause(RETRIES[3]);
					continue;
				}
				if (cause instanceof RenderRefused && cause.status < 500 && cause.status !== 429) {
					await store.endTakes(
						open.map(({ id }) => id),
						'failed',
						cause.message
					);
					return;
				}
				const wait = RETRIES[Math.min(failures++, RETRIES.length - 1)];
				const asked = cause instanceof RenderRefused ? (cause.retryAfter ?? 0) * 1000 : 0;
				this.#tell.onTrouble(
					cause instanceof RenderRefused
						? `${cause.message} Trying again.`
						: 'The render service does not answer. Trying again; finished takes are safe.'
				);
				await pause(Math.max(wait, asked));
			}
		}
	}

	/** Sends what is open, or joins the job that was sent before, and keeps what comes. */
	async #follow(plan: Plan, open: Take[]): Promise<void> {
		const refs = new Map<string, string>();
		let job = plan.job;
		if (job) {
			for (const { take, ref } of (await this.#client.status(job)).takes) refs.set(take, ref);
		} else {
			const ticket = await this.#client.submit({
				key: plan.key,
				takes: open.map(({ id, settings }) => ({
					...settings,
					ref: id,
					output: { format: 'webp', preview: true }
				}))
			});
			job = ticket.job;
			for (const { take, ref } of ticket.takes) refs.set(take, ref);
			await store.updatePlan(plan.id, { job });
		}
		const wanted = new Set(open.map(({ id }) => id));
		const keeping: Promise<void>[] = [];
		let ended = false;
		let last = 0;
		for await (const { id, event } of this.#client.events(job, last, this.#gone.signal)) {
			last = id;
			if (event.type === 'end') {
				ended = true;
				break;
			}
			const ref = refs.get(event.take);
			if (!ref || !wanted.has(ref)) continue;
			if (event.type === 'progress') {
				const { step, steps, preview } = event;
				this.#progress({ takeId: ref, step, steps, preview });
			} else if (event.type === 'done') keeping.push(this.#keep(ref, event));
			else if (event.type === 'failed') await store.endTakes([ref], 'failed', event.message);
			else await store.endTakes([ref], 'cancelled');
		}
		await Promise.all(keeping);
		if (!ended) throw new Error('The stream broke off.');
		// A job that has ended has nothing more to give: what is still open needs a new one.
		const left = await store.unfinishedTakes(plan.id);
		if (left.length) await store.updatePlan(plan.id, { job: null, key: crypto.randomUUID() });
	}

	async #keep(takeId: string, done: Extract<RenderEvent, { type: 'done' }>): Promise<void> {
		const picture = await this.#client.image(done.take);
		const thumbnail = await makeThumbnail(picture);
		await store.finishTake(takeId, done, { picture, thumbnail }, Date.now());
	}

	#progress(progress: Progress): void {
		this.#tell.onProgress(progress);
		this.#channel.postMessage(progress);
	}
}
