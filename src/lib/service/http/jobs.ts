import { randomUUID } from 'node:crypto';
import type {
	JobRequest,
	JobStatus,
	JobTicket,
	Limits,
	ModelCard,
	RenderEvent,
	TakeRequest,
	TakeState
} from '$lib/core/contract';
import { cards } from '$lib/service/standins';
import { heldBytes, keptFor, keptTakes, limits } from './limits';
import type { AdmittedJob } from './admission';
import {
	bodyHash,
	type BoardFigures,
	type JobBoard,
	type KeptPicture,
	type NumberedEvent
} from './board';
import { ownKey } from './callers';
import { doneEvent, failure, keyInUse, noPictureYet, notFound, queueFull } from './events';
import { FairLine } from './line';
import { log } from './log';
import type { PictureMemory } from './memory';
import { PictureFiles } from './picture-files';
import { picturesOf, type TakePictures } from './pictures';
import type { RenderPool } from './pool';

interface JobTake {
	id: string;
	request: TakeRequest;
	pictures: TakePictures;
	state: TakeState;
	step: number;
	code?: string;
	message?: string;
	abort: AbortController;
	picture?: { type: string; etag: string };
	/** Where its latest preview stands among the job's events; -1 for nowhere. */
	previewAt: number;
}

interface Job {
	id: string;
	key: string;
	/** Who asked. */
	caller: string;
	/** SHA-256 of what was asked for. */
	body: string;
	takes: JobTake[];
	/** Takes that have not come to an end. */
	open: number;
	/** Everything that happened, in order; an event's id is its place here plus one. */
	events: RenderEvent[];
	/** Woken by every new event. */
	listeners: Set<() => void>;
	endedAt: number | null;
}

/**
 * The jobs of a service in one process: taken on, run in turn, kept for a while, forgotten oldest
 * first.
 */
export class Jobs implements JobBoard {
	readonly #pool: RenderPool;
	readonly #line = new FairLine(limits.takesAtOnce ?? 1);
	readonly #files = new PictureFiles();
	readonly #jobs = new Map<string, Job>();
	readonly #byKey = new Map<string, Job>();
	readonly #takes = new Map<string, { job: Job; take: JobTake }>();
	readonly #memory: PictureMemory;
	/** Takes that have not come to an end, by who asked. */
	readonly #queued = new Map<string, number>();
	readonly #ended = new Map<string, { model: string; state: string; count: number }>();
	readonly #seconds: Record<string, number> = {};

	constructor(pool: RenderPool, memory: PictureMemory) {
		this.#pool = pool;
		this.#memory = memory;
	}

	/** Gives everything up, as when the service ends. */
	async close(): Promise<void> {
		for (const job of this.#jobs.values()) if (job.open) this.cancel(job.id, job.caller);
		await this.#pool.close();
	}

	cards(): readonly ModelCard[] {
		return cards;
	}

	limits(): Limits {
		return limits;
	}

	notReady(): null {
		return null;
	}

	figures(): BoardFigures {
		const waiting: Record<string, number> = {};
		let busy = 0;
		for (const { take } of this.#takes.values()) {
			if (take.state === 'running') busy++;
			if (take.state === 'waiting')
				waiting[take.request.model] = (waiting[take.request.model] ?? 0) + 1;
		}
		return {
			waiting,
			ended: [...this.#ended.values()],
			seconds: this.#seconds,
			busy,
			threads: limits.takesAtOnce ?? 1,
			workers: 1
		};
	}

	joined({ key, takes }: JobRequest, caller: string): JobTicket | null {
		const known = this.#byKey.get(ownKey(caller, key));
		if (known && known.body !== bodyHash(takes)) throw keyInUse();
		return known ? ticket(known) : null;
	}

	submit({ request, pictures }: AdmittedJob, caller: string): JobTicket {
		const joined = this.joined(request, caller);
		if (joined) return joined;
		this.#forget();
		const queued = this.#queued.get(caller) ?? 0;
		if (queued + request.takes.length > limits.maxQueuedTakes)
			throw queueFull(queued, limits.maxQueuedTakes);
		const job: Job = {
			id: randomUUID(),
			key: request.key,
			caller,
			body: bodyHash(request.takes),
			open: request.takes.length,
			takes: request.takes.map((take, i) => ({
				id: randomUUID(),
				request: take,
				pictures: pictures[i] ?? {},
				state: 'waiting',
				step: 0,
				previewAt: -1,
				abort: new AbortController()
			})),
			events: [],
			listeners: new Set(),
			endedAt: null
		};
		this.#jobs.set(job.id, job);
		this.#byKey.set(ownKey(caller, job.key), job);
		this.#queued.set(caller, queued + job.takes.length);
		for (const take of job.takes) {
			this.#takes.set(take.id, { job, take });
			for (const picture of picturesOf(take.pictures)) this.#memory.hold(picture);
			void this.#run(job, take);
		}
		return ticket(job);
	}

	status(id: string, caller: string): JobStatus {
		const job = this.#job(id, caller);
		return {
			job: job.id,
			takes: job.takes.map(({ id: take, request, state, step, code, message }) => ({
				take,
				ref: request.ref,
				state,
				step,
				steps: request.steps,
				...(code ? { code } : {}),
				...(message ? { message } : {})
			}))
		};
	}

	cancel(jobId: string, caller: string, takeId?: string): void {
		const job = this.#job(jobId, caller);
		const chosen = takeId ? job.takes.filter(({ id }) => id === takeId) : job.takes;
		if (takeId && !chosen.length) throw notFound('take', takeId);
		for (const take of chosen) {
			if (take.state !== 'waiting' && take.state !== 'running') continue;
			take.abort.abort();
			this.#end(job, take, 'cancelled', { type: 'cancelled', take: take.id });
		}
	}

	picture(takeId: string, caller: string): KeptPicture {
		const known = this.#takes.get(takeId);
		if (known?.job.caller !== caller) throw notFound('take', takeId);
		const found = known.take;
		if (!found.picture) {
			throw noPictureYet(found.state);
		}
		return {
			...found.picture,
			bytes: async () => {
				const bytes = await this.#files.read(takeId);
				if (!bytes) throw notFound('picture', takeId);
				return bytes;
			}
		};
	}

	async *events(
		jobId: string,
		caller: string,
		after: number,
		signal: AbortSignal
	): AsyncGenerator<NumberedEvent> {
		const job = this.#job(jobId, caller);
		let next = Math.max(0, after);
		while (!signal.aborted) {
			while (next < job.events.length) {
				const event = job.events[next++];
				yield { id: next, event };
				if (event.type === 'end') return;
			}
			// Nothing comes any more to one who has seen the end, or claims to have seen more.
			if (job.endedAt !== null) return;
			await new Promise<void>((resolve) => {
				const wake = () => {
					job.listeners.delete(wake);
					signal.removeEventListener('abort', wake);
					resolve();
				};
				job.listeners.add(wake);
				signal.addEventListener('abort', wake, { once: true });
			});
		}
	}

	async #run(job: Job, take: JobTake): Promise<void> {
		const { request } = take;
		const { ref: _ref, output = { format: 'png', preview: false }, ...settings } = request;
		const leave = await this.#line.turn(job.caller, take.abort.signal);
		try {
			if (!leave) return;
			const result = await this.#pool.render(
				{ settings, output, pictures: take.pictures },
				take.abort.signal,
				({ step, preview }) => {
					if (take.state !== 'waiting' && take.state !== 'running') return;
					take.state = 'running';
					take.step = step;
					this.#tell(job, {
						type: 'progress',
						take: take.id,
						step,
						steps: request.steps,
						...(preview ? { preview } : {})
					});
				}
			);
			if (!result || hasEnded(take)) return;
			await this.#files.keep(take.id, result.bytes);
			// It may have been cancelled while the file was written.
			if (hasEnded(take)) return;
			take.picture = {
				type: `image/${output.format}`,
				etag: `"${result.image}"`
			};
			take.step = request.steps;
			const { model } = request;
			this.#seconds[model] = (this.#seconds[model] ?? 0) + result.seconds;
			this.#end(job, take, 'done', doneEvent(take.id, request, result));
		} catch (cause) {
			if (hasEnded(take)) return;
			log.error({ err: cause, take: take.id }, 'a take could not be made');
			const event = failure(take.id, cause);
			take.code = event.code;
			take.message = event.message;
			this.#end(job, take, 'failed', event);
		} finally {
			leave?.();
			// What it brought along is let go once no thread needs it.
			for (const picture of picturesOf(take.pictures)) this.#memory.release(picture);
			take.pictures = {};
		}
	}

	#end(job: Job, take: JobTake, state: TakeState, event: RenderEvent): void {
		take.state = state;
		this.#queued.set(job.caller, (this.#queued.get(job.caller) ?? 1) - 1);
		if (!this.#queued.get(job.caller)) this.#queued.delete(job.caller);
		const { model } = take.request;
		const ended = this.#ended.get(`${model} ${state}`);
		if (ended) ended.count++;
		else this.#ended.set(`${model} ${state}`, { model, state, count: 1 });
		this.#tell(job, event);
		if (--job.open === 0) {
			job.endedAt = Date.now();
			this.#tell(job, { type: 'end' });
		}
	}

	#tell(job: Job, event: RenderEvent): void {
		if (event.type === 'progress' && event.preview) {
			// A preview that a newer one stands for is not kept; the event itself is.
			const take = this.#takes.get(event.take)!.take;
			const old = job.events[take.previewAt];
			if (old?.type === 'progress') job.events[take.previewAt] = { ...old, preview: undefined };
			take.previewAt = job.events.length;
		}
		job.events.push(event);
		for (const wake of [...job.listeners]) wake();
	}

	/** Lets old results go: what is older than its time once memory is short, oldest first. */
	#forget(): void {
		const ended = [...this.#jobs.values()].filter(({ endedAt }) => endedAt !== null);
		let takes = ended.reduce((sum, job) => sum + job.takes.length, 0);
		for (const job of ended) {
			const old = Date.now() - job.endedAt! > keptFor;
			if (!old && this.#files.held <= heldBytes && takes <= keptTakes) continue;
			takes -= job.takes.length;
			for (const { id } of job.takes) {
				this.#files.drop(id);
				this.#takes.delete(id);
			}
			this.#jobs.delete(job.id);
			this.#byKey.delete(ownKey(job.caller, job.key));
		}
	}

	#job(id: string, caller: string): Job {
		const job = this.#jobs.get(id);
		if (job?.caller !== caller) throw notFound('job', id);
		return job;
	}
}

const hasEnded = ({ state }: JobTake): boolean => state !== 'waiting' && state !== 'running';

const ticket = (job: Job): JobTicket => ({
	job: job.id,
	takes: job.takes.map(({ id, request }) => ({ ref: request.ref, take: id }))
});
