import { createParser } from 'eventsource-parser';
import {
	AdapterTicket,
	Description,
	FullerVersions,
	ImageTicket,
	JobStatus,
	JobTicket,
	Limits,
	Models,
	Problem,
	Reading,
	RenderEvent,
	SHIPPED_SERVICE,
	type DescriptionRequest,
	type FullerRequest,
	type JobRequest,
	type ModelCard,
	type ReadingRequest,
	type TeachRequest
} from '$lib/core/schema';
import type { z } from 'zod';
import { MOST_JSON, readBounded, readRetryAfter, ServiceAmiss } from './reading';

/** The service answered, and said no. */
export class RenderRefused extends Error {
	constructor(
		readonly status: number,
		readonly problem: Problem,
		/** Seconds after which to try again, when the service said so. */
		readonly retryAfter: number | null
	) {
		super(problem.detail);
	}

	/** Whether the same call may be answered another time: with a token, or when there is room again. */
	get passes(): boolean {
		return this.status >= 500 || [401, 403, 429].includes(this.status);
	}
}

/** How long calls may take, in milliseconds. */
export interface Patience {
	/** A call that is answered from memory. */
	call: number;
	/** One that carries a picture. */
	picture: number;
	/** The longest silence of a stream of events. */
	silence: number;
}

const usualPatience: Patience = { call: 20_000, picture: 120_000, silence: 60_000 };

/** Events that are looked at in one go before the page has its turn, and the pause after them. */
const EVENTS_AT_ONCE = 200;
/** Longest part of a stream without an event's end, in characters. */
const MOST_EVENT = 1_000_000;

/** Speaks the render contract with one service. Whatever it answers is bounded in time and size. */
export class RenderClient {
	readonly #patience: Patience;
	readonly #token: string | undefined;

	/** @param token what says who calls, where the service asks for it */
	constructor(
		readonly base: string,
		patience: Partial<Patience> = {},
		token?: string
	) {
		this.#patience = { ...usualPatience, ...patience };
		this.#token = token;
	}

	async models(): Promise<ModelCard[]> {
		return (await this.#json(Models, '/models')).models;
	}

	limits(): Promise<Limits> {
		return this.#json(Limits, '/limits');
	}

	submit(job: JobRequest): Promise<JobTicket> {
		return this.#post(JobTicket, '/jobs', job);
	}

	status(job: string): Promise<JobStatus> {
		return this.#json(JobStatus, `/jobs/${encodeURIComponent(job)}`);
	}

	async cancel(job: string, take?: string): Promise<void> {
		const path = `/jobs/${encodeURIComponent(job)}${take ? `/takes/${encodeURIComponent(take)}` : ''}`;
		await this.#call(path, { method: 'DELETE' });
	}

	/**
	 * A finished picture, its kind told by its bytes and not by what the service calls it. Throws a
	 * FileProblem for what is no picture that is kept.
	 */
	async image(take: string): Promise<Blob> {
		const response = await this.#call(
			`/takes/${encodeURIComponent(take)}/image`,
			{},
			this.#patience.picture
		);
		// The first page makes do without what reads pictures.
		const { pictureBounds, pictureHead } = await import('$lib/core/picture');
		const bytes = await readBounded(response, pictureBounds.bytes, 'The picture');
		return new Blob([bytes], { type: pictureHead(bytes).kind.type });
	}

	/** Sends a picture that takes, or a description, may ask for by the id that comes back. */
	send(picture: Blob): Promise<ImageTicket> {
		return this.#json(
			ImageTicket,
			'/images',
			{
				method: 'POST',
				headers: { 'content-type': picture.type },
				body: picture
			},
			this.#patience.picture
		);
	}

	/** Teaches an adapter from pictures that were sent before. */
	teach(request: TeachRequest): Promise<AdapterTicket> {
		return this.#post(AdapterTicket, '/adapters', request);
	}

	/** Which words of a prompt a model has no notion of. */
	read(request: ReadingRequest): Promise<Reading> {
		return this.#post(Reading, '/readings', request);
	}

	/** Fuller versions of a plain line. */
	fuller(request: FullerRequest): Promise<FullerVersions> {
		return this.#post(FullerVersions, '/fuller', request);
	}

	/** What a picture shows, in words. */
	describe(request: DescriptionRequest): Promise<Description> {
		return this.#post(Description, '/descriptions', request);
	}

	/**
	 * A job's events, from the one after `after` on, until its end. Ends early when the connection
	 * does, or falls silent: call again with the last id seen, and none is missed. Of progress that
	 * comes faster than it can be shown the latest is told.
	 */
	async *events(
		job: string,
		after: number,
		signal: AbortSignal
	): AsyncGenerator<{ id: number; event: RenderEvent }> {
		const gone = new AbortController();
		const give = () => gone.abort();
		signal.addEventListener('abort', give);
		let silence: ReturnType<typeof setTimeout> | undefined;
		const heard = () => {
			clearTimeout(silence);
			silence = setTimeout(give, this.#patience.silence);
		};
		try {
			heard();
			signal.throwIfAborted();
			const response = await this.#call(
				`/jobs/${encodeURIComponent(job)}/events`,
				{
					headers: {
						accept: 'text/event-stream',
						...(after ? { 'last-event-id': String(after) } : {})
					},
					signal: gone.signal
				},
				null
			);
			let waiting: { id: number; event: RenderEvent }[] = [];
			const parser = createParser({
				maxBufferSize: MOST_EVENT,
				onEvent({ id, event, data }) {
					const read = readEvent(event, data);
					// An event of a kind that this version does not know is passed over.
					if (read) waiting.push({ id: Number(id), event: read });
				},
				onError(cause) {
					if (cause.type === 'max-buffer-size-exceeded')
						throw new ServiceAmiss('An event of the service has no end.');
				}
			});
			const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
			try {
				for (;;) {
					const { done, value } = await reader.read();
					if (done) return;
					heard();
					parser.feed(value);
					const many = waiting.length > EVENTS_AT_ONCE;
					const ready = many ? latestOf(waiting) : waiting;
					waiting = [];
					for (const next of ready) {
						yield next;
						if (next.event.type === 'end') return;
					}
					// A flood waits at its source while the page has its turn.
					if (many) await new Promise((resolve) => setTimeout(resolve, 50));
				}
			} finally {
				await reader.cancel().catch(() => undefined);
			}
		} finally {
			clearTimeout(silence);
			signal.removeEventListener('abort', give);
		}
	}

	#post<T extends z.ZodType>(shape: T, path: string, body: unknown): Promise<z.infer<T>> {
		return this.#json(shape, path, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify(body)
		});
	}

	async #json<T extends z.ZodType>(
		shape: T,
		path: string,
		init?: RequestInit,
		patience = this.#patience.call
	): Promise<z.infer<T>> {
		const response = await this.#call(path, init, patience);
		const bytes = await readBounded(response, MOST_JSON, 'An answer of the service');
		return shape.parse(JSON.parse(new TextDecoder().decode(bytes)));
	}

	/** @param patience milliseconds until the answer has been read; null where it has no end */
	async #call(
		path: string,
		init: RequestInit = {},
		patience: number | null = this.#patience.call
	): Promise<Response> {
		const signals = [init.signal, patience === null ? null : AbortSignal.timeout(patience)].filter(
			(signal) => !!signal
		);
		const response = await fetch(this.base + path, {
			...init,
			headers: { ...init.headers, ...bearing(this.#token) },
			...(signals.length ? { signal: AbortSignal.any(signals) } : {})
		});
		if (response.ok) return response;
		const body: unknown = await readBounded(response, MOST_JSON, 'An answer of the service')
			.then((bytes) => JSON.parse(new TextDecoder().decode(bytes)) as unknown)
			.catch(() => null);
		const parsed = Problem.safeParse(body);
		throw new RenderRefused(
			response.status,
			parsed.success
				? parsed.data
				: {
						title: 'The render service refused',
						status: response.status,
						detail: `It answered ${response.status}.`
					},
			readRetryAfter(response.headers.get('retry-after'), Date.now())
		);
	}
}

/** What says who calls (RFC 6750, section 2.1). */
export const bearing = (token: string | undefined): Record<string, string> =>
	token ? { authorization: `Bearer ${token}` } : {};

/** An event as the contract has it; null for anything else. */
function readEvent(type: string | undefined, data: string): RenderEvent | null {
	try {
		const parsed = RenderEvent.safeParse({ ...(JSON.parse(data) as object), type });
		return parsed.success ? parsed.data : null;
	} catch {
		return null;
	}
}

/** Events without progress that later progress of the same take stands for. */
function latestOf<T extends { event: RenderEvent }>(events: readonly T[]): T[] {
	const latest = new Map<string, T>();
	for (const one of events) if (one.event.type === 'progress') latest.set(one.event.take, one);
	return events.filter(
		(one) => one.event.type !== 'progress' || latest.get(one.event.take) === one
	);
}

/** What a run needs of a client. */
export type JobClient = Pick<
	RenderClient,
	'submit' | 'status' | 'cancel' | 'image' | 'send' | 'teach' | 'events' | 'read'
>;

/** The service that ships with the application. */
export const shippedService = SHIPPED_SERVICE;
