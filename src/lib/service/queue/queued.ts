import { Queue } from 'bullmq';
import { randomUUID } from 'node:crypto';
import type {
	JobRequest,
	JobStatus,
	JobTicket,
	Limits,
	ModelCard,
	RenderEvent,
	TakeState
} from '$lib/core/contract';
import { cards } from '$lib/service/standins';
import type { AdmittedJob } from '../http/admission';
import {
	bodyHash,
	type BoardFigures,
	type JobBoard,
	type KeptPicture,
	type NumberedEvent
} from '../http/board';
import { keyInUse, noPictureYet, notFound, notNow, queueFull } from '../http/events';
import { limits } from '../http/limits';
import { log } from '../http/log';
import { endTake, type RecordedTake } from './ending';
import {
	channels,
	connect,
	KEPT_WAITING,
	keyOf,
	LATELY,
	queueOf,
	redisTrouble,
	RESERVED,
	SILENCE,
	type QueuedTake,
	type Store,
	type WorkerSays
} from './redis';

/** BullMQ's largest priority: beyond it, takes come in the order in which they were sent. */
const LAST_NUMBER = 2_097_151;

/** How long a stream waits for an event before it looks whether its job still lives, in milliseconds. */
const LISTEN = 5000;

/** How long Redis may take to answer before a call is answered without it, in milliseconds. */
const PROMPT = 1500;

interface JobRecord {
	id: string;
	body: string;
	takes: RecordedTake[];
}

/**
 * Jobs on BullMQ queues, one a model, for workers in other processes. This process keeps nothing of
 * them: any other answers for them as well.
 */
export class QueuedJobs implements JobBoard {
	readonly #store: Store;
	readonly #queues = new Map<string, Queue<QueuedTake>>();
	readonly #url: string;

	constructor(url: string) {
		this.#url = url;
		this.#store = connect(url, PROMPT);
		this.#store.on('error', (err) => log.warn({ err }, 'Redis does not answer'));
	}

	/** What this process asks Redis with. */
	get store(): Store {
		return this.#store;
	}

	/** The models that workers offer, or offered lately: a worker that was restarted makes what waits. */
	async cards(): Promise<readonly ModelCard[]> {
		const since = Date.now() - LATELY;
		const models = new Set(await this.#store.zrangebyscore(keyOf.models, since, '+inf'));
		if (!models.size) throw notNow('No worker has offered a model yet.');
		return cards.filter(({ id }) => models.has(id));
	}

	async limits(): Promise<Limits> {
		const threads = (await this.#workers()).reduce((sum, worker) => sum + worker.threads, 0);
		return { ...limits, takesAtOnce: Math.max(1, threads) };
	}

	async joined(request: JobRequest, caller: string): Promise<JobTicket | null> {
		const known = await this.#sent(request.key, caller);
		return known && this.#join(known, request, caller);
	}

	async submit({ request }: AdmittedJob, caller: string): Promise<JobTicket> {
		const joined = await this.joined(request, caller);
		return joined ?? this.#join(await this.#record(request, caller), request, caller);
	}

	async #join(job: JobRecord, request: JobRequest, caller: string): Promise<JobTicket> {
		if (job.body !== bodyHash(request.takes)) throw keyInUse();
		// Sent again after this process, or another, ended before all of it lay in the queues.
		if (!(await this.#store.hexists(keyOf.job(job.id), 'queued')))
			await this.#enqueue(job, request, caller);
		return { job: job.id, takes: job.takes.map(({ ref, take }) => ({ ref, take })) };
	}

	async status(id: string, caller: string): Promise<JobStatus> {
		const takes = await this.#takes(id, caller);
		const asked = this.#store.pipeline();
		for (const { take } of takes) asked.hmget(keyOf.take(take), 'state', 'step', 'code', 'message');
		const told = (await asked.exec()) ?? [];
		return {
			job: id,
			takes: takes.map(({ take, ref, steps }, i) => {
				const [state, step, code, message] = (told[i]?.[1] ?? []) as (string | null)[];
				return {
					take,
					ref,
					state: (state ?? 'failed') as TakeState,
					step: Number(step ?? 0),
					steps,
					...(code ? { code } : {}),
					...(message ? { message } : {})
				};
			})
		};
	}

	async cancel(job: string, caller: string, takeId?: string): Promise<void> {
		const takes = await this.#takes(job, caller);
		const chosen = takeId ? takes.filter(({ take }) => take === takeId) : takes;
		if (takeId && !chosen.length) throw notFound('take', takeId);
		for (const { take, model } of chosen) {
			const event: RenderEvent = { type: 'cancelled', take };
			if (!(await endTake(this.#store, job, take, 'cancelled', {}, event))) continue;
			// One that a worker is at is locked: the worker is told.
			await this.#queue(model)
				.remove(take)
				.catch(() => 0);
			await this.#store.publish(channels.cancelled, take);
		}
		// Turns that were given back are not held against who asked for them.
		if (!(await this.#store.zcount(keyOf.open(caller), Date.now(), '+inf')))
			for (const model of new Set(takes.map((one) => one.model)))
				await this.#store.hdel(keyOf.line(model), caller);
	}

	async picture(take: string, caller: string): Promise<KeptPicture> {
		const [state, type, etag, owner] = await this.#store.hmget(
			keyOf.take(take),
			'state',
			'type',
			'etag',
			'caller'
		);
		if (!state || owner !== caller) throw notFound('take', take);
		if (state !== 'done') throw noPictureYet(state);
		return {
			type: type!,
			etag: etag!,
			bytes: async () => {
				const bytes = await this.#store.getBuffer(keyOf.picture(take));
				if (!bytes) throw notFound('picture', take);
				return new Uint8Array(bytes);
			}
		};
	}

	async *events(
		job: string,
		caller: string,
		after: number,
		signal: AbortSignal
	): AsyncGenerator<NumberedEvent> {
		await this.#takes(job, caller);
		if (signal.aborted) return;
		// One connection a stream: it waits in Redis itself.
		const reader = connect(this.#url);
		reader.on('error', () => undefined);
		const stop = () => reader.disconnect();
		signal.addEventListener('abort', stop, { once: true });
		try {
			for (let last = Math.max(0, after); !signal.aborted;) {
				const ended = await reader.hexists(keyOf.job(job), 'ended');
				const from = ['STREAMS', keyOf.events(job), `0-${last}`] as const;
				const found = ended
					? await reader.xread('COUNT', 100, ...from)
					: await reader.xread('COUNT', 100, 'BLOCK', LISTEN, ...from);
				// Nothing comes any more to one who has seen the end, or claims to have seen more.
				if (!found && (ended || !(await reader.exists(keyOf.job(job))))) return;
				for (const [id, [, text]] of found?.[0][1] ?? []) {
					const event = JSON.parse(text) as RenderEvent;
					last = Number(id.split('-')[1]);
					yield { id: last, event };
					if (event.type === 'end') return;
				}
			}
		} catch (cause) {
			if (!signal.aborted) throw cause;
		} finally {
			signal.removeEventListener('abort', stop);
			reader.disconnect();
		}
	}

	async figures(): Promise<BoardFigures> {
		const workers = await this.#workers();
		const waiting: Record<string, number> = {};
		for (const { id } of cards) {
			const { prioritized = 0, wait = 0 } = await this.#queue(id).getJobCounts(
				'prioritized',
				'wait'
			);
			waiting[id] = prioritized + wait;
		}
		const ended = Object.entries(await this.#store.hgetall(keyOf.ended));
		const seconds = Object.entries(await this.#store.hgetall(keyOf.seconds));
		return {
			waiting,
			ended: ended.map(([name, count]) => {
				const [model, state] = name.split(' ');
				return { model, state, count: Number(count) };
			}),
			seconds: Object.fromEntries(seconds.map(([model, sum]) => [model, Number(sum)])),
			busy: workers.reduce((sum, { busy }) => sum + busy, 0),
			threads: workers.reduce((sum, { threads }) => sum + threads, 0),
			workers: workers.length
		};
	}

	async notReady(): Promise<string | null> {
		try {
			// Reading works where Redis is full: only writing tells.
			await this.#store.set(keyOf.probe, '1', 'EX', 60);
			const workers = await this.#workers();
			return workers.length ? null : 'No worker lives: start one with "npm run worker".';
		} catch (cause) {
			return redisTrouble(cause) ?? 'Redis, which keeps the queue, made a mistake.';
		}
	}

	async close(): Promise<void> {
		await Promise.allSettled([...this.#queues.values()].map((queue) => queue.close()));
		this.#store.disconnect();
	}

	#queue(model: string): Queue<QueuedTake> {
		let queue = this.#queues.get(model);
		if (!queue) {
			queue = new Queue(queueOf(model), {
				connection: this.#store,
				defaultJobOptions: { removeOnComplete: true, removeOnFail: true, attempts: 1 }
			});
			queue.on('error', () => undefined);
			this.#queues.set(model, queue);
		}
		return queue;
	}

	/** The workers that live, by what they last said. */
	async #workers(): Promise<WorkerSays[]> {
		const ids = await this.#store.zrangebyscore(keyOf.workers, Date.now() - SILENCE, '+inf');
		if (!ids.length) return [];
		const said = await this.#store.mget(ids.map(keyOf.worker));
		return said.flatMap((text) => (text ? [JSON.parse(text) as WorkerSays] : []));
	}

	/** The job that a caller sent under a key. */
	async #sent(key: string, caller: string): Promise<JobRecord | null> {
		const id = await this.#store.get(keyOf.sent(caller, key));
		if (!id) return null;
		const [body, takes] = await this.#store.hmget(keyOf.job(id), 'body', 'takes');
		return body && takes ? { id, body, takes: JSON.parse(takes) as RecordedTake[] } : null;
	}

	/** Writes a job down; what another process wrote under its key meanwhile comes first. */
	async #record({ key, takes: asked }: JobRequest, caller: string): Promise<JobRecord> {
		const [id, body] = [randomUUID(), bodyHash(asked)];
		const takes = asked.map(({ ref, steps, model }) => ({ take: randomUUID(), ref, steps, model }));
		const own = takes.map(({ take }) => take);
		const [now, most] = [Date.now(), limits.maxQueuedTakes];
		const until = now + RESERVED * 1000;
		const open = await this.#store.reserve(keyOf.open(caller), now, until, most, ...own);
		if (open >= 0) throw queueFull(open, most);
		const write = this.#store.multi();
		write.hset(keyOf.job(id), {
			key,
			body,
			caller,
			open: takes.length,
			takes: JSON.stringify(takes)
		});
		write.expire(keyOf.job(id), KEPT_WAITING);
		for (const { take, model } of takes) {
			write.hset(keyOf.take(take), { job: id, model, caller, state: 'waiting', step: 0 });
			write.expire(keyOf.take(take), KEPT_WAITING);
		}
		await write.exec();
		const sent = keyOf.sent(caller, key);
		const first = await this.#store.set(sent, id, 'EX', KEPT_WAITING, 'NX');
		if (first) return { id, body, takes };
		await this.#store.del(keyOf.job(id), ...own.map(keyOf.take));
		await this.#store.zrem(keyOf.open(caller), ...own);
		return (await this.#sent(key, caller)) ?? { id, body, takes };
	}

	/** Puts a job's takes into the queues of their models. What lies there already stays as it is. */
	async #enqueue(job: JobRecord, request: JobRequest, caller: string): Promise<void> {
		for (const model of new Set(job.takes.map((take) => take.model))) {
			const queue = this.#queue(model);
			const own = job.takes.flatMap((take, i) => (take.model === model ? [{ take, i }] : []));
			const { prioritized = 0, active = 0 } = await queue.getJobCounts('prioritized', 'active');
			const first = await this.#store.standIn(
				keyOf.serving(model),
				keyOf.line(model),
				caller,
				own.length,
				prioritized + active ? '0' : '1'
			);
			await queue.addBulk(
				own.map(({ take: { take }, i }, n) => ({
					name: 'take',
					data: { job: job.id, take, caller, request: request.takes[i], number: first + n },
					opts: { jobId: take, priority: Math.min(LAST_NUMBER, first + n) }
				}))
			);
			const ids = own.map(({ take: { take } }) => take);
			const until = Date.now() + KEPT_WAITING * 1000;
			const names = [keyOf.open(caller), ...ids.map(keyOf.take)];
			await this.#store.count(names.length, ...names, until, ...ids);
		}
		await this.#store.hset(keyOf.job(job.id), 'queued', '1');
		await this.#store.publish(channels.added, job.id);
		log.info({ job: job.id, caller, takes: job.takes.length }, 'a job was taken on');
	}

	/** The takes of a caller's job. */
	async #takes(job: string, caller: string): Promise<RecordedTake[]> {
		const [takes, owner] = await this.#store.hmget(keyOf.job(job), 'takes', 'caller');
		if (!takes || owner !== caller) throw notFound('job', job);
		return JSON.parse(takes) as RecordedTake[];
	}
}
