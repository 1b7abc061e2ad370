import { Worker, type Job } from 'bullmq';
import { ReplyError } from 'ioredis';
import { randomUUID } from 'node:crypto';
import { TakeRequest } from '$lib/core/contract';
import { picturesFor, type Shelf } from '../http/admission';
import { doneEvent, failure } from '../http/events';
import { log } from '../http/log';
import type { RenderPool } from '../http/pool';
import { ServiceProblem } from '../http/problem';
import { Bell } from './bell';
import { endTake } from './ending';
import {
	channels,
	connect,
	KEPT_ENDED,
	keyOf,
	queueOf,
	SILENCE,
	type QueuedTake,
	type Store,
	type WorkerSays
} from './redis';

/** How long a take is a worker's own without a word of it, in milliseconds: then another makes it. */
const LOCK = 15_000;

/** How often it is looked whether takes were left behind, in milliseconds. */
const STALLED = 5000;

/** So often may a take be left behind before it counts as one that cannot be made. */
const MOST_LEFT = 4;

/** How long a worker that is told to stop may go on with its takes before it hands them back, in milliseconds. */
const LAST_WORK = 10_000;

/**
 * How long after that Redis may take to answer: what is not handed back by then others make once its lock has run
 * out; and the longest that the end may take, in milliseconds.
 */
const FAREWELL = 5000;
const MOST_LAST = 10 * 60_000;

/** How long an idle thread waits before it looks again unasked, in milliseconds. */
const IDLE = 1000;

export interface WorkerOptions {
	url: string;
	/** The models that it makes. */
	models: readonly string[];
	/** How many takes at once. */
	threads: number;
	pool: RenderPool;
	shelf: (store: Store) => Shelf;
	/** Bytes of finished pictures in Redis; the oldest give way beyond it. */
	mostPictures: number;
}

/** Makes takes of the queues of its models, as many at once as it has threads. */
export class QueueWorker {
	readonly #options: WorkerOptions;
	readonly #store: Store;
	readonly #ear: Store;
	readonly #shelf: Shelf;
	readonly #id = randomUUID();
	readonly #lines: Worker<QueuedTake>[];
	/** What is being made, and how it is given up; `back` when it goes back into its queue. */
	readonly #making = new Map<string, { abort: AbortController; back: boolean }>();
	readonly #slots: Promise<void>[];
	readonly #heartbeat: ReturnType<typeof setInterval>;
	/** Rung when threads that are idle are to look again. */
	readonly #bell = new Bell();
	/** Rung when it is to end whatever is not in order. */
	readonly #leave = new Bell();
	#stopping = false;
	#stopped: Promise<void> | undefined;
	#turn = 0;

	constructor(options: WorkerOptions) {
		this.#options = options;
		this.#store = connect(options.url);
		this.#ear = connect(options.url);
		for (const one of [this.#store, this.#ear])
			one.on('error', (err) => log.warn({ err }, 'Redis does not answer'));
		this.#shelf = options.shelf(this.#store);
		this.#lines = options.models.map((model) => this.#line(model));
		void this.#ear.subscribe(channels.added, channels.cancelled);
		this.#ear.on('message', (channel, text) => {
			if (channel === channels.added) this.#bell.ring();
			else this.#making.get(text)?.abort.abort();
		});
		void this.#say();
		this.#heartbeat = setInterval(() => void this.#say(), SILENCE / 3);
		this.#slots = Array.from({ length: options.threads }, () => this.#slot());
		log.info(
			{ worker: this.#id, models: options.models, threads: options.threads },
			'a worker has started'
		);
	}

	/**
	 * Ends the worker: no further take is begun; those that are made are finished, or handed back when
	 * that takes too long.
	 */
	stop(patience = LAST_WORK): Promise<void> {
		const late = setTimeout(() => {
			for (const one of this.#making.values()) {
				one.back = true;
				one.abort.abort();
			}
		}, patience);
		const leave = setTimeout(() => this.#leave.ring(), patience + FAREWELL);
		// Told twice it only becomes less patient.
		return (this.#stopped ??= this.#end()).finally(() => {
			clearTimeout(late);
			clearTimeout(leave);
		});
	}

	async #end(): Promise<void> {
		this.#stopping = true;
		this.#bell.ring();
		const tidied = this.#tidyUp().catch((err: unknown) =>
			log.warn({ err }, 'a worker could not end in order')
		);
		await Promise.race([tidied, this.#leave.wait(MOST_LAST)]);
		this.#leave.ring();
		clearInterval(this.#heartbeat);
		await this.#options.pool.close();
		this.#ear.disconnect();
		this.#store.disconnect();
		log.info({ worker: this.#id }, 'a worker has stopped');
	}

	/** Takes are ended or handed back, and the worker is struck off. With Redis away it waits for ever. */
	async #tidyUp(): Promise<void> {
		await Promise.all(this.#slots);
		await this.#store.zrem(keyOf.workers, this.#id);
		await Promise.allSettled(this.#lines.map((line) => line.close()));
	}

	#line(model: string): Worker<QueuedTake> {
		const line = new Worker<QueuedTake>(queueOf(model), null, {
			connection: this.#store,
			autorun: false,
			lockDuration: LOCK,
			stalledInterval: STALLED,
			maxStalledCount: MOST_LEFT
		});
		line.on('error', (err) => log.warn({ err, model }, 'a queue does not answer'));
		line.on('stalled', (take) => {
			log.warn({ take, model }, 'a take was left behind; it is made again');
			this.#bell.ring();
		});
		// Left behind too often: whoever makes it dies of it.
		line.on('failed', (job) => {
			if (!job) return;
			const { take, job: of } = job.data;
			const event = failure(take, null);
			const { code, message } = event;
			endTake(this.#store, of, take, 'failed', { code, message }, event).catch((err: unknown) =>
				log.error({ err, take }, 'a take that was left behind could not be ended')
			);
		});
		line.startStalledCheckTimer().catch((err: unknown) => log.warn({ err, model }, 'not watched'));
		return line;
	}

	/** One thread's work: take after take, of one queue after another. */
	async #slot(): Promise<void> {
		while (!this.#stopping) {
			const token = randomUUID();
			const job = await this.#next(token).catch((err: unknown) => {
				log.warn({ err }, 'no take could be fetched');
				return null;
			});
			if (job) await this.#make(job, token);
			else if (!this.#stopping) await this.#bell.wait(IDLE);
		}
	}

	async #next(token: string): Promise<Job<QueuedTake> | null> {
		for (let i = 0; i < this.#lines.length; i++) {
			const line = this.#lines[this.#turn++ % this.#lines.length];
			const job = (await line.getNextJob(token, { block: false })) as Job<QueuedTake> | undefined;
			if (job) return job;
		}
		return null;
	}

	async #make(job: Job<QueuedTake>, token: string): Promise<void> {
		const { take } = job.data;
		const one = { abort: new AbortController(), back: false };
		this.#making.set(take, one);
		let settled = false;
		const hold = setInterval(() => {
			job.extendLock(token, LOCK).then(
				// Another has it by now, or will: what is made here is not wanted.
				(held) => !held && one.abort.abort(),
				(err: unknown) => log.warn({ err, take }, 'a take could not be held')
			);
		}, LOCK / 3);
		try {
			settled = await this.#settle(job, token, one);
		} catch (err) {
			// As when Redis is full: once its lock has run out it is made again, here or elsewhere.
			log.error(
				{ err, take },
				'a take is left behind: what became of it could not be written down'
			);
		} finally {
			clearInterval(hold);
			this.#making.delete(take);
			// Where another has it by now, it is the other's to complete.
			if (settled) await job.moveToCompleted(null, token, false).catch(() => undefined);
		}
	}

	/**
	 * Brings a take to its end, or hands it back.
	 * @returns whether nothing more is to be done of it
	 */
	async #settle(
		job: Job<QueuedTake>,
		token: string,
		one: { abort: AbortController; back: boolean }
	): Promise<boolean> {
		const { take, job: of, caller, number } = job.data;
		try {
			const parsed = TakeRequest.parse(job.data.request);
			await this.#store.serve(keyOf.serving(parsed.model), number);
			const { ref: _ref, output = { format: 'png', preview: false }, ...settings } = parsed;
			// It has come to an end already.
			if (!(await this.#tell(of, take, 0, parsed.steps))) return true;
			const pictures = await picturesFor(parsed, this.#shelf, caller);
			const result = await this.#options.pool.render(
				{ settings, output, pictures },
				one.abort.signal,
				({ step, preview }) => {
					// What is not told now is told with the next step, or the end.
					this.#tell(of, take, step, parsed.steps, preview).catch(() => undefined);
				}
			);
			if (!result) {
				if (one.back) await this.#handBack(job, token, take);
				return !one.back;
			}
			await this.#keep(take, result.bytes);
			const event = doneEvent(take, parsed, result);
			const fields = {
				step: parsed.steps,
				type: `image/${output.format}`,
				etag: `"${result.image}"`
			};
			if (await endTake(this.#store, of, take, 'done', fields, event)) {
				await this.#store.hincrbyfloat(keyOf.seconds, parsed.model, result.seconds);
				log.info({ take, model: parsed.model, seconds: event.seconds }, 'a take is done');
			}
		} catch (cause) {
			// What Redis refuses is no fault of the take.
			if (cause instanceof ReplyError) throw cause;
			log.error({ err: cause, take }, 'a take could not be made');
			const event = failure(take, cause);
			const message = cause instanceof ServiceProblem ? cause.problem.detail : event.message;
			const fields = { code: event.code, message };
			await endTake(this.#store, of, take, 'failed', fields, { ...event, message });
		}
		return true;
	}

	async #handBack(job: Job<QueuedTake>, token: string, take: string): Promise<void> {
		await job.moveToWait(token).catch((err: unknown) => log.warn({ err, take }, 'not handed back'));
		await this.#store.publish(channels.added, take);
		log.info({ take }, 'a take was handed back');
	}

	/** Says how far a take is; false when it has come to an end already. */
	async #tell(
		job: string,
		take: string,
		step: number,
		steps: number,
		preview?: string
	): Promise<boolean> {
		const event = { type: 'progress', take, step, steps, ...(preview ? { preview } : {}) };
		return !!(await this.#store.progress(
			keyOf.take(take),
			keyOf.events(job),
			step,
			JSON.stringify(event),
			preview ? '1' : '0'
		));
	}

	/** Keeps a picture for an hour; beyond the bound the oldest go. */
	async #keep(take: string, bytes: Uint8Array): Promise<void> {
		const store = this.#store;
		await store
			.multi()
			.set(keyOf.picture(take), Buffer.from(bytes), 'EX', KEPT_ENDED)
			.zadd(keyOf.pictures, Date.now(), take)
			.hset(keyOf.sizes, take, bytes.byteLength)
			.exec();
		const gone = await store.zrangebyscore(keyOf.pictures, 0, Date.now() - KEPT_ENDED * 1000);
		if (gone.length)
			await store
				.multi()
				.zrem(keyOf.pictures, ...gone)
				.hdel(keyOf.sizes, ...gone)
				.exec();
		let held = (await store.hvals(keyOf.sizes)).reduce((sum, size) => sum + Number(size), 0);
		while (held > this.#options.mostPictures) {
			// Whatever the clocks of other workers say, this one stays.
			const oldest = (await store.zrange(keyOf.pictures, '0', '1')).find((one) => one !== take);
			if (!oldest) break;
			held -= Number((await store.hget(keyOf.sizes, oldest)) ?? 0);
			await store
				.multi()
				.zrem(keyOf.pictures, oldest)
				.del(keyOf.picture(oldest))
				.hdel(keyOf.sizes, oldest)
				.exec();
		}
	}

	/** Says that this worker lives, and what it can make. */
	async #say(): Promise<void> {
		if (this.#stopping) return;
		const says: WorkerSays = {
			models: [...this.#options.models],
			threads: this.#options.threads,
			busy: this.#making.size
		};
		const now = Date.now();
		await this.#store
			.multi()
			.zadd(keyOf.models, ...says.models.flatMap((model) => [now, model]))
			.zadd(keyOf.workers, now, this.#id)
			.zremrangebyscore(keyOf.workers, 0, now - SILENCE)
			.set(keyOf.worker(this.#id), JSON.stringify(says), 'PX', SILENCE)
			.exec()
			.catch(() => null);
	}
}
