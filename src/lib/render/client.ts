import { createParser } from 'eventsource-parser';
import {
	JobStatus,
	JobTicket,
	Limits,
	Models,
	Problem,
	RenderEvent,
	type JobRequest,
	type ModelCard
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
		return this.#json(JobTicket, '/jobs', {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify(job)
		});
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
