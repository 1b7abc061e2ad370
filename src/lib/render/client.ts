import { createParser } from 'eventsource-parser';
import {
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
	type DescriptionRequest,
	type FullerRequest,
	type JobRequest,
	type ModelCard,
	type ReadingRequest
} from '$lib/core/schema';
import type { z } from 'zod';

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
}

/** Speaks the render contract with one service. */
export class RenderClient {
	constructor(readonly base: string) {}

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

	async image(take: string): Promise<Blob> {
		return (await this.#call(`/takes/${encodeURIComponent(take)}/image`)).blob();
	}

	/** Sends a picture that takes, or a description, may ask for by the id that comes back. */
	send(picture: Blob): Promise<ImageTicket> {
		return this.#json(ImageTicket, '/images', {
			method: 'POST',
			headers: { 'content-type': picture.type },
			body: picture
		});
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
	 * does: call again with the last id seen, and none is missed.
	 */
	async *events(
		job: string,
		after: number,
		signal: AbortSignal
	): AsyncGenerator<{ id: number; event: RenderEvent }> {
		const response = await this.#call(`/jobs/${encodeURIComponent(job)}/events`, {
			headers: {
				accept: 'text/event-stream',
				...(after ? { 'last-event-id': String(after) } : {})
			},
			signal
		});
		const waiting: { id: number; event: RenderEvent }[] = [];
		const parser = createParser({
			onEvent({ id, event, data }) {
				const parsed = RenderEvent.safeParse({ ...(JSON.parse(data) as object), type: event });
				// An event of a kind that this version does not know is passed over.
				if (parsed.success) waiting.push({ id: Number(id), event: parsed.data });
			}
		});
		const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
		try {
			for (;;) {
				const { done, value } = await reader.read();
				if (done) return;
				parser.feed(value);
				while (waiting.length) {
					const next = waiting.shift()!;
					yield next;
					if (next.event.type === 'end') return;
				}
			}
		} finally {
			await reader.cancel().catch(() => undefined);
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
		init?: RequestInit
	): Promise<z.infer<T>> {
		return shape.parse(await (await this.#call(path, init)).json());
	}

	async #call(path: string, init?: RequestInit): Promise<Response> {
		const response = await fetch(this.base + path, init);
		if (response.ok) return response;
		const body: unknown = await response.json().catch(() => null);
		const parsed = Problem.safeParse(body);
		const retry = Number(response.headers.get('retry-after'));
		throw new RenderRefused(
			response.status,
			parsed.success
				? parsed.data
				: {
						title: 'The render service refused',
						status: response.status,
						detail: `It answered ${response.status}.`
					},
			retry > 0 ? retry : null
		);
	}
}

/** The service that ships with the application. */
export const shippedService = '/api/render/v1';
