import { randomUUID } from 'node:crypto';
import { takeCredits } from '$lib/core/plan';
import type { JobStatus, JobTicket, RenderEvent, TakeRequest, TakeState } from '$lib/core/schema';
import { characterOf } from '$lib/core/standins';
import { heldBytes, keptFor, limits } from './limits';
import type { AdmittedJob } from './admission';
import { PictureFiles } from './picture-files';
import type { TakePictures } from './pictures';
import type { RenderPool } from './pool';
import { problem } from './problem';

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
}

interface Job {
	id: string;
	key: string;
	takes: JobTake[];
	/** Everything that happened, in order; an event's id is its place here plus one. */
	events: RenderEvent[];
	/** Woken by every new event. */
	listeners: Set<() => void>;
	endedAt: number | null;
}

/** The jobs of the service: taken on, run in order, kept for a while, forgotten oldest first. */
export class Jobs {
	readonly #pool: RenderPool;
	readonly #files = new PictureFiles();
	readonly #jobs = new Map<string, Job>();
	readonly #byKey = new Map<string, Job>();
	readonly #takes = new Map<string, { job: Job; take: JobTake }>();
	#queued = 0;

	constructor(pool: RenderPool) {
		this.#pool = pool;
	}

	/** Takes a job on, or hands back the one with the same key. */
	submit({ request, pictures }: AdmittedJob): JobTicket {
		const known = this.#byKey.get(request.key);
		if (known) return ticket(known);
		this.#forget();
		if (this.#queued + request.takes.length > limits.maxQueuedTakes) {
			throw problem(
				429,
				'The queue is full',
				`${this.#queued} takes are waiting and the queue holds ${limits.maxQueuedTakes}. Send this job again later.`,
				undefined,
				{ 'retry-after': '5' }
			);
		}
		const job: Job = {
			id: randomUUID(),
			key: request.key,
			takes: request.takes.map((take, i) => ({
				id: randomUUID(),
				request: take,
				pictures: pictures[i] ?? {},
				state: 'waiting',
				step: 0,
				abort: new AbortController()
			})),
			events: [],
			listeners: new Set(),
			endedAt: null
		};
		this.#jobs.set(job.id, job);
		this.#byKey.set(job.key, job);
		this.#queued += job.takes.length;
		for (const take of job.takes) {
			this.#takes.set(take.id, { job, take });
			void this.#run(job, take);
		}
		return ticket(job);
	}

	status(id: string): JobStatus {
		const job = this.#job(id);
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

	/** Cancels what is not finished: the whole job, or one take of it. */
	cancel(jobId: string, takeId?: string): void {
		const job = this.#job(jobId);
		const chosen = takeId ? job.takes.filter(({ id }) => id === takeId) : job.takes;
		if (takeId && !chosen.length) throw notFound('take', takeId);
		for (const take of chosen) {
			if (take.state !== 'waiting' && take.state !== 'running') continue;
			take.abort.abort();
			this.#end(job, take, 'cancelled', { type: 'cancelled', take: take.id });
		}
	}

	/** A finished picture; its bytes are read when they are asked for. */
	picture(takeId: string): {
		type: string;
		etag: string;
		bytes: () => Promise<Uint8Array<ArrayBuffer>>;
	} {
		const found = this.#takes.get(takeId)?.take;
		if (!found) throw notFound('take', takeId);
		if (!found.picture) {
			throw problem(
				404,
				'There is no picture yet',
				`This take is ${found.state}; its picture is there once it is done.`
			);
		}
		return { ...found.picture, bytes: () => this.#files.read(takeId) };
	}

	/**
	 * A job's events from a given one on, as they come.
	 * @param after the id of the last event that the caller has seen, 0 for none
	 */
	async *events(
		jobId: string,
		after: number,
		signal: AbortSignal
	): AsyncGenerator<{ id: number; event: RenderEvent }> {
		const job = this.#job(jobId);
		let next = Math.max(0, after);
		while (!signal.aborted) {
			while (next < job.events.length) {
				const event = job.events[next++];
				yield { id: next, event };
				if (event.type === 'end') return;
			}
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
		try {
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
			take.pictures = {};
			if (!result || hasEnded(take)) return;
			await this.#files.keep(take.id, result.bytes);
			// It may have been cancelled while the file was written.
			if (hasEnded(take)) return;
			take.picture = {
				type: `image/${output.format}`,
				etag: `"${result.image}"`
			};
			take.step = request.steps;
			this.#end(job, take, 'done', {
				type: 'done',
				take: take.id,
				image: result.image,
				pixels: result.pixels,
				width: request.width,
				height: request.height,
				seconds: Math.round(result.seconds * 1000) / 1000,
				credits: takeCredits(characterOf(request.model)!.card, request),
				signals: result.signals,
				unread: result.unread
			});
		} catch (cause) {
			if (hasEnded(take)) return;
			console.error(cause);
			take.code = 'render-failed';
			take.message = 'The model stopped while it made this picture. Run the take again.';
			this.#end(job, take, 'failed', {
				type: 'failed',
				take: take.id,
				code: take.code,
				message: take.message
			});
		}
	}

	#end(job: Job, take: JobTake, state: TakeState, event: RenderEvent): void {
		take.state = state;
		this.#queued--;
		this.#tell(job, event);
		if (job.takes.every(({ state: s }) => s === 'done' || s === 'failed' || s === 'cancelled')) {
			job.endedAt = Date.now();
			this.#tell(job, { type: 'end' });
		}
	}

	#tell(job: Job, event: RenderEvent): void {
		if (event.type === 'progress') {
			// A preview that a newer one stands for is not kept; the event itself is.
			const last = job.events.findLastIndex(
				(e) => e.type === 'progress' && e.take === event.take && !!e.preview
			);
			const old = job.events[last];
			if (event.preview && old?.type === 'progress')
				job.events[last] = { ...old, preview: undefined };
		}
		job.events.push(event);
		for (const wake of [...job.listeners]) wake();
	}

	/** Lets old results go: what is older than its time once memory is short, oldest first. */
	#forget(): void {
		let { held } = this.#files;
		for (const job of [...this.#jobs.values()]) {
			if (job.endedAt === null) continue;
			const old = Date.now() - job.endedAt > keptFor;
			if (!old && held <= heldBytes) continue;
			for (const { id } of job.takes) {
				held -= this.#files.sizeOf(id);
				this.#files.drop(id);
				this.#takes.delete(id);
			}
			this.#jobs.delete(job.id);
			this.#byKey.delete(job.key);
		}
	}

	#job(id: string): Job {
		const job = this.#jobs.get(id);
		if (!job) throw notFound('job', id);
		return job;
	}
}

const hasEnded = ({ state }: JobTake): boolean => state !== 'waiting' && state !== 'running';

const notFound = (what: string, id: string) =>
	problem(
		404,
		`There is no such ${what}`,
		`"${id.slice(0, 80)}" is not known here; it may have been forgotten. Send its takes again.`
	);

const ticket = (job: Job): JobTicket => ({
	job: job.id,
	takes: job.takes.map(({ id, request }) => ({ ref: request.ref, take: id }))
});
