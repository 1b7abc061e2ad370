import type { Plan, RenderEvent, Take, TakeRequest } from '$lib/core/schema';
import * as store from '$lib/store';
import { makeThumbnail } from '$lib/workers';
import { RenderRefused, type RenderClient } from './client';
import type { Route, Routes } from './services';

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
	/** A plan came to its end, however many of its takes were made. */
	onFinished?(plan: Plan): void;
}

const LOCK = 'dial-pick-runs';
const CHANNEL = 'dial-pick-progress';

/** Waits between tries when the service does not answer, in milliseconds. */
const RETRIES = [500, 1000, 2000, 4000, 8000];

/** How many plans are driven at once; the others wait in the queue. */
const AT_ONCE = 2;

/**
 * Most takes that are sent as one job. A plan goes out in parts, so that the queue's order, a pause
 * and the other plan have a say soon, and a large plan is within any service's limits.
 */
const PART = 48;

/** Room that must be free in the browser's storage, in bytes, for a run to go on. */
const ROOM = 32 * 1024 * 1024;

/**
 * Drives the plans of the queue to their end, in one tab at a time (Web Locks). All that must
 * outlast the tab is in the database: the plan, its job and which takes are done. So a reload, a
 * closed tab or a restarted service costs nothing that was finished.
 */
export class Runner {
	readonly #routes: Routes;
	readonly #tell: RunnerEvents;
	readonly #channel = new BroadcastChannel(CHANNEL);
	/** Plans that are driven now, each with what cuts it short. */
	readonly #driving = new Map<string, AbortController>();
	readonly #gone = new AbortController();
	readonly #troubles = new Map<string, string>();

	constructor(routes: Routes, tell: RunnerEvents) {
		this.#routes = routes;
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
		await this.#dropJob(plan);
	}

	/** Gives up one take that is not finished. */
	async cancelTake(take: Take): Promise<void> {
		const plan = await store.plan(take.planId);
		await store.endTakes([take.id], 'cancelled');
		const client = plan?.job ? this.#clientOf(plan) : null;
		if (!plan?.job || !client) return;
		const status = await client.status(plan.job).catch(() => null);
		const there = status?.takes.find(({ ref }) => ref === take.id);
		if (there) await client.cancel(plan.job, there.take).catch(() => undefined);
	}

	/** Lets a plan wait, or go on. What is being made of it is given up and made later. */
	async pause(plan: Plan, paused: boolean): Promise<void> {
		await store.updatePlan(plan.id, { paused, says: undefined });
		this.#trouble(plan.id, null);
		if (paused) await this.#dropJob(plan);
	}

	/** Sends takes that failed or were cancelled once more. */
	async retry(plan: Plan, takes: readonly Take[]): Promise<void> {
		await store.reopenTakes(takes.map(({ id }) => id));
		await store.updatePlan(plan.id, {
			stopped: false,
			paused: false,
			job: null,
			key: crypto.randomUUID()
		});
	}

	async #dropJob({ id }: Plan): Promise<void> {
		const now = await store.plan(id);
		if (now?.job)
			await this.#clientOf(now)
				?.cancel(now.job)
				.catch(() => undefined);
	}

	#clientOf = ({ service = '' }: Plan): RenderClient | null => this.#routes.client(service);

	/** Watches the queue as long as this tab lives. */
	#drive(): Promise<void> {
		return new Promise((resolve) => {
			const end = store.watch(store.openPlans, (plans) => {
				const first = plans.slice(0, AT_ONCE);
				// A plan that is no longer among the first, or no longer open, is let go.
				for (const [id, cut] of this.#driving)
					if (!first.some((plan) => plan.id === id)) cut.abort();
				for (const { id } of first) {
					if (this.#driving.has(id)) continue;
					const cut = new AbortController();
					this.#driving.set(id, cut);
					this.#trouble(id, null);
					void this.#finish(id, cut.signal).finally(() => this.#driving.delete(id));
				}
			});
			this.#gone.signal.addEventListener('abort', () => {
				for (const cut of this.#driving.values()) cut.abort();
				end();
				resolve();
			});
		});
	}

	/** Takes one plan to its end, however often it must begin again. */
	async #finish(planId: string, cut: AbortSignal): Promise<void> {
		for (let failures = 0; !cut.aborted;) {
			const plan = await store.plan(planId);
			const open = plan && !plan.stopped && !plan.paused ? await store.nextTakes(planId, PART) : [];
			if (!plan || !open.length) {
				if (plan && !plan.paused) this.#trouble(planId, null);
				if (plan && !plan.paused && !plan.stopped) this.#tell.onFinished?.(plan);
				return;
			}
			try {
				await this.#hasRoom();
				await this.#follow(plan, open, cut);
				failures = 0;
				this.#trouble(planId, null);
			} catch (cause) {
				if (cut.aborted) return;
				const wait = RETRIES[Math.min(failures++, RETRIES.length - 1)];
				if (cause instanceof store.StorageFull) {
					const says =
						'The run waits: the browser has no room left for pictures. Delete takes or briefs, then let it go on.';
					await store.updatePlan(planId, { paused: true, says });
					await this.#dropJob(plan);
					this.#trouble(planId, says);
					return;
				}
				if (!(cause instanceof RenderRefused)) {
					this.#trouble(
						planId,
						'The render service does not answer. Trying again; finished takes are safe.'
					);
					await this.#wait(wait, cut);
				} else if (cause.status === 404) {
					// The service has forgotten the job: what is left goes out under a new key.
					await store.updatePlan(planId, { job: null, key: crypto.randomUUID() });
					if (failures > 3) await this.#wait(wait, cut);
				} else if (cause.status < 500 && cause.status !== 429) {
					await store.endTakes(
						open.map(({ id }) => id),
						'failed',
						cause.message
					);
					await store.updatePlan(planId, { job: null, key: crypto.randomUUID() });
				} else {
					this.#trouble(planId, `${cause.message} Trying again.`);
					await this.#wait(Math.max(wait, (cause.retryAfter ?? 0) * 1000), cut);
				}
			}
		}
	}

	/** Sends a part of what is open, or joins the job that was sent before, and keeps what comes. */
	async #follow(plan: Plan, open: Take[], cut: AbortSignal): Promise<void> {
		const refs = new Map<string, string>();
		let { job } = plan;
		let client = this.#clientOf(plan);
		if (job && client) {
			for (const { take, ref } of (await client.status(job)).takes) refs.set(take, ref);
		} else {
			const route = this.#routes.of(open[0].settings.model);
			if (!route) {
				await this.#giveUp(plan, open);
				return;
			}
			client = route.client;
			const ticket = await client.submit({
				key: plan.key,
				takes: await this.#requests(open, route)
			});
			job = ticket.job;
			for (const { take, ref } of ticket.takes) refs.set(take, ref);
			await store.updatePlan(plan.id, { job, service: route.service });
		}
		const wanted = new Set(await store.openAmong([...refs.values()]));
		const keeper = new Keeper();
		let ended = false;
		for await (const { event } of client.events(job, 0, cut)) {
			if (event.type === 'end') {
				ended = true;
				break;
			}
			const ref = refs.get(event.take);
			if (!ref || !wanted.has(ref)) continue;
			if (event.type === 'progress') {
				const { step, steps, preview } = event;
				this.#progress({ takeId: ref, step, steps, preview });
			} else if (event.type === 'done') keeper.keep(this.#fetch(client, ref, event));
			else if (event.type === 'failed') await store.endTakes([ref], 'failed', event.message);
			// What was cancelled on purpose is marked so already; the rest is made later.
		}
		await keeper.finish();
		if (!ended) throw new Error('The stream broke off.');
		// A job that has ended has nothing more to give: what is still open needs a new one.
		await store.updatePlan(plan.id, { job: null, key: crypto.randomUUID() });
	}

	/** The next part of what is open, for one service, with its start pictures sent ahead. */
	async #requests(open: readonly Take[], { client, service }: Route): Promise<TakeRequest[]> {
		const part = open.flatMap((take) => {
			const route = this.#routes.of(take.settings.model);
			return route?.service === service ? [{ take, model: route.model }] : [];
		});
		const sent = new Map<string, string>();
		for (const { take } of part) {
			const id = take.settings.start?.image;
			if (!id || sent.has(id)) continue;
			const kept = await store.start(id);
			if (kept) sent.set(id, (await client.send(kept.picture)).image);
		}
		return part.map(({ take: { id, settings }, model }) => ({
			...settings,
			...(settings.start
				? {
						start: {
							...settings.start,
							image: sent.get(settings.start.image) ?? settings.start.image
						}
					}
				: {}),
			model,
			ref: id,
			output: { format: 'webp', preview: true }
		}));
	}

	/** Marks takes as failed whose service is not known here any more. */
	async #giveUp(plan: Plan, open: readonly Take[]): Promise<void> {
		const lost = open.filter(({ settings }) => !this.#routes.of(settings.model));
		await store.endTakes(
			lost.map(({ id }) => id),
			'failed',
			'The render service of this model was taken off. Add it again under Models, then try again.'
		);
		await store.updatePlan(plan.id, { job: null, key: crypto.randomUUID() });
	}

	async #fetch(
		client: RenderClient,
		id: string,
		done: Extract<RenderEvent, { type: 'done' }>
	): Promise<store.FinishedTake> {
		const picture = await client.image(done.take);
		return { id, done, picture: { picture, thumbnail: await makeThumbnail(picture) } };
	}

	/** Throws when the browser's storage is nearly full, before anything breaks. */
	async #hasRoom(): Promise<void> {
		const { left } = await store.room();
		if (left !== null && left < ROOM) throw new store.StorageFull();
	}

	#wait(milliseconds: number, cut: AbortSignal): Promise<void> {
		return new Promise((resolve) => {
			const timer = setTimeout(resolve, milliseconds);
			cut.addEventListener('abort', () => {
				clearTimeout(timer);
				resolve();
			});
		});
	}

	#trouble(planId: string, says: string | null): void {
		if (says === null) this.#troubles.delete(planId);
		else this.#troubles.set(planId, says);
		this.#tell.onTrouble([...this.#troubles.values()][0] ?? null);
	}

	#progress(progress: Progress): void {
		this.#tell.onProgress(progress);
		this.#channel.postMessage(progress);
	}
}

/** Finished takes are written together when they come faster than this, in milliseconds. */
const TOGETHER = 200;

/** Writes finished takes to the store, several at once when they come quickly. */
class Keeper {
	#ready: store.FinishedTake[] = [];
	#coming: Promise<void>[] = [];
	#writing: Promise<void> = Promise.resolve();
	#timer: ReturnType<typeof setTimeout> | null = null;
	#problem: unknown = null;

	keep(coming: Promise<store.FinishedTake>): void {
		if (this.#problem) throw this.#problem as Error;
		this.#coming.push(
			coming.then(
				(take) => {
					this.#ready.push(take);
					this.#timer ??= setTimeout(() => this.#write(), TOGETHER);
				},
				(cause) => void (this.#problem ??= cause)
			)
		);
	}

	#write(): void {
		if (this.#timer) clearTimeout(this.#timer);
		this.#timer = null;
		const together = this.#ready;
		this.#ready = [];
		if (!together.length) return;
		this.#writing = this.#writing
			.then(() => store.finishTakes(together, Date.now()))
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
