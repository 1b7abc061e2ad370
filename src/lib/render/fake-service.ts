import type {
	AdapterTicket,
	JobRequest,
	JobStatus,
	JobTicket,
	RenderEvent,
	TeachRequest
} from '$lib/core/schema';
import { RenderRefused, type JobClient } from './client';
import type { Clock } from './clock';

/** Waits as long as this, in milliseconds, end only when nothing else has happened for a while. */
const LONG = 30_000;
/** How many beats of the clock nothing must happen for that. */
const QUIET = 100;

/** A clock whose time passes only where somebody waits for it: the earliest sleeper wakes next. */
export class FakeClock implements Clock {
	#quiet = 0;
	#now = 1_000_000;
	#sleepers: { at: number; long: boolean; wake: () => void }[] = [];
	/** Everything that was waited for, in milliseconds. */
	readonly waits: number[] = [];
	readonly #pump = setInterval(() => this.#next(), 12);

	now(): number {
		return this.#now;
	}

	sleep(milliseconds: number, cut?: AbortSignal): Promise<void> {
		this.waits.push(milliseconds);
		this.#quiet = 0;
		return new Promise((resolve) => {
			if (cut?.aborted) return resolve();
			const long = milliseconds >= LONG;
			const sleeper = { at: this.#now + milliseconds, long, wake: resolve };
			this.#sleepers.push(sleeper);
			cut?.addEventListener('abort', () => {
				this.#sleepers = this.#sleepers.filter((one) => one !== sleeper);
				resolve();
			});
		});
	}

	#next(): void {
		const [first] = this.#sleepers.sort((a, b) => a.at - b.at);
		if (!first) return;
		// What is waited for so long is a bound on work, and a busy machine is still at that work.
		if (first.long && this.#quiet++ < QUIET) return;
		this.#quiet = 0;
		this.#sleepers.shift();
		this.#now = first.at;
		first.wake();
	}

	stop(): void {
		clearInterval(this.#pump);
	}
}

export const refusal = (
	status: number,
	detail: string,
	errors?: { path: string; message: string }[]
) => new RenderRefused(status, { title: 'No', status, detail, errors }, null);

/** What can be told of a take when it is made. */
type Made = (take: string, ref: string) => RenderEvent[];

const makeIt: Made = (take) => [
	{ type: 'progress', take, step: 1, steps: 2 },
	{ type: 'done', take, image: 'i', width: 64, height: 64, seconds: 1, credits: 2 }
];

/** A render service in memory that does as it is told, and remembers what it was asked for. */
export class FakeService implements JobClient {
	readonly base: string;
	readonly jobs = new Map<string, { body: JobRequest; takes: { take: string; ref: string }[] }>();
	/** Bodies that came in, and what was called back, in their order. */
	readonly submitted: JobRequest[] = [];
	readonly cancelled: string[] = [];
	/** How often each picture was asked for. */
	readonly asked = new Map<string, number>();
	/** Called before a job is taken on: may throw, or wait. */
	onSubmit: (body: JobRequest) => unknown = () => undefined;
	/** The same after it: the answer is lost when it throws. */
	afterSubmit: (body: JobRequest) => unknown = () => undefined;
	onStatus: () => unknown = () => undefined;
	onCancel: (job: string, take?: string) => unknown = () => undefined;
	/** What the service makes of a take, and what it calls it. */
	make: Made = makeIt;
	nameOf = (ref: string) => `at ${this.base}: ${ref}`;
	/** Waits between takes, until it is let go on. */
	pace: (ref: string) => unknown = () => undefined;
	picture: (take: string) => Blob = () => new Blob(['picture'], { type: 'image/png' });
	/** Waits before it tells that a job has ended. */
	beforeEnd: () => unknown = () => undefined;
	/** After how many events a connection breaks off. */
	breaksAfter = Infinity;
	/** The event after which each connection began, in their order. */
	readonly heardFrom: number[] = [];
	/** Whether a take was made before its job was called back. */
	madeBefore: (ref: string) => boolean = () => false;
	#keys = new Map<string, string>();
	#ended = new Set<string>();

	constructor(base = '/api/render/v1') {
		this.base = base;
	}

	/** Adapters that it was taught, in their order. */
	readonly taught: TeachRequest[] = [];

	teach(request: TeachRequest): Promise<AdapterTicket> {
		this.taught.push(request);
		return Promise.resolve({ adapter: `adapter of ${request.images.join()}`, name: request.name });
	}

	async submit(body: JobRequest): Promise<JobTicket> {
		this.submitted.push(structuredClone(body));
		await this.onSubmit(body);
		let job = this.#keys.get(body.key);
		if (!job) {
			job = `job-${this.jobs.size + 1}`;
			this.#keys.set(body.key, job);
			const takes = body.takes.map(({ ref }) => ({ take: this.nameOf(ref), ref }));
			this.jobs.set(job, { body, takes });
		}
		await this.afterSubmit(body);
		return { job, takes: this.jobs.get(job)!.takes };
	}

	async status(job: string): Promise<JobStatus> {
		await this.onStatus();
		const found = this.jobs.get(job);
		if (!found) throw refusal(404, 'There is no such job.');
		return {
			job,
			takes: found.takes.map((one) => ({ ...one, state: 'running', step: 0, steps: 1 }))
		};
	}

	async cancel(job: string, take?: string): Promise<void> {
		await this.onCancel(job, take);
		if (!this.jobs.has(job)) throw refusal(404, 'There is no such job.');
		this.cancelled.push(take ? `${job} ${take}` : job);
		this.#ended.add(take ?? job);
	}

	// eslint-disable-next-line @typescript-eslint/require-await
	async image(take: string): Promise<Blob> {
		this.asked.set(take, (this.asked.get(take) ?? 0) + 1);
		return this.picture(take);
	}

	send: JobClient['send'] = () => Promise.resolve({ image: 'sent', width: 1, height: 1 });
	read = () => Promise.resolve({ unread: [] });

	async *events(
		job: string,
		after: number,
		signal: AbortSignal
	): AsyncGenerator<{ id: number; event: RenderEvent }> {
		this.heardFrom.push(after);
		let told = 0;
		for await (const one of this.#all(job, signal)) {
			if (one.id <= after) continue;
			yield one;
			if (++told >= this.breaksAfter) return;
		}
	}

	async *#all(
		job: string,
		signal: AbortSignal
	): AsyncGenerator<{ id: number; event: RenderEvent }> {
		const found = this.jobs.get(job);
		if (!found) throw refusal(404, 'There is no such job.');
		let id = 0;
		for (const { take, ref } of found.takes) {
			if ((this.#ended.has(job) || this.#ended.has(take)) && !this.madeBefore(ref)) {
				yield { id: ++id, event: { type: 'cancelled', take } };
				continue;
			}
			await this.pace(ref);
			if (signal.aborted) return;
			for (const event of this.make(take, ref)) yield { id: ++id, event };
		}
		await this.beforeEnd();
		if (signal.aborted) return;
		yield { id: ++id, event: { type: 'end' } };
	}

	/** Forgets every job, as a service does that was started anew. */
	forget(): void {
		this.jobs.clear();
		this.#keys.clear();
	}
}

/** Names that are held one after the other, as the browser's Web Locks are. */
export class FakeLocks {
	readonly #held = new Map<string, Promise<unknown>>();

	request<T>(name: string, _: { signal?: AbortSignal }, work: () => Promise<T>): Promise<T> {
		const turn = (this.#held.get(name) ?? Promise.resolve()).then(work);
		this.#held.set(
			name,
			turn.catch(() => undefined)
		);
		return turn;
	}
}
