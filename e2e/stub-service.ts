import {
	createServer,
	request,
	type IncomingMessage,
	type Server,
	type ServerResponse
} from 'node:http';
import { PNG } from 'pngjs';

/** A small picture of one colour. */
function flatPng(shade: number): Buffer {
	const png = new PNG({ width: 64, height: 64 });
	for (let i = 0; i < png.data.length; i += 4)
		png.data.set([60 + shade * 20, 120, 200 - shade * 20, 255], i);
	return PNG.sync.write(png);
}

/** What the stub does wrong, while it is set. */
export type Fault =
	/** Nothing. */
	| 'none'
	/** The connection breaks off in mid-stream after a few takes. */
	| 'cut'
	/** Refuses jobs with 429 and Retry-After. */
	| 'busy'
	/** Answers jobs with 500. */
	| 'broken'
	/** Answers nothing: every call's connection is torn. */
	| 'gone'
	/** Takes calls and never answers. */
	| 'mute';

interface StubTake {
	id: string;
	ref: string;
	state: 'waiting' | 'done' | 'cancelled';
}

interface StubJob {
	id: string;
	takes: StubTake[];
	events: { id: number; type: string; data: Record<string, unknown> }[];
	listeners: Set<ServerResponse>;
	stopped: boolean;
}

/**
 * A render service that speaks the contract and makes pictures of one colour, quickly; in front of
 * the real application, so that a page of it finds the stub where it looks for its service.
 */
export class StubService {
	fault: Fault = 'none';
	/** How long a take is made, in milliseconds; as many at once as are asked for. */
	pace = 20;
	/** Takes that were made, over all jobs: what an artist would have paid for. */
	made = 0;
	/** The origin whose pages may call, where the stub is a service of its own. */
	friend: string | null = null;
	/** Jobs that were called back. */
	readonly calledBack = new Set<string>();
	/** Events of progress that each take tells at once. */
	flood = 0;
	/** What is handed out as a take's picture. */
	pictures: (take: string, send: (status: number, type: string, bytes: Buffer) => void) => void = (
		take,
		send
	) => send(200, 'image/png', this.flat(Number(take.slice(1)) % 8));
	/** Streams that were broken off. */
	cuts = 0;
	readonly #jobs = new Map<string, StubJob>();
	readonly #keys = new Map<string, StubJob>();
	readonly #server: Server;
	#next = 0;

	constructor(readonly behind: string) {
		this.#server = createServer((incoming, outgoing) => void this.#serve(incoming, outgoing));
	}

	async start(port = 0): Promise<string> {
		await new Promise<void>((done) => this.#server.listen(port, '127.0.0.1', done));
		return `http://127.0.0.1:${(this.#server.address() as { port: number }).port}`;
	}

	async stop(): Promise<void> {
		this.#server.closeAllConnections();
		await new Promise((done) => this.#server.close(done));
	}

	/** Takes that are still to be made, over all jobs. */
	get open(): number {
		return [...this.#jobs.values()]
			.flatMap(({ takes }) => takes)
			.filter(({ state }) => state === 'waiting').length;
	}

	/** Forgets every job, as a service does that was started anew. */
	forget(): void {
		for (const job of this.#jobs.values()) {
			job.stopped = true;
			for (const listener of job.listeners) listener.destroy();
		}
		this.#jobs.clear();
		this.#keys.clear();
	}

	/** A small picture of one colour. */
	flat = (shade: number): Buffer => flatPng(shade);

	async #serve(incoming: IncomingMessage, outgoing: ServerResponse): Promise<void> {
		const path = incoming.url ?? '/';
		const at = path.replace(/^\/api\/render\/v1/, '');
		if (this.friend) {
			outgoing.setHeader('access-control-allow-origin', this.friend);
			outgoing.setHeader('access-control-allow-methods', 'GET, POST, DELETE');
			outgoing.setHeader('access-control-allow-headers', 'content-type, last-event-id');
			if (incoming.method === 'OPTIONS') return void outgoing.writeHead(204).end();
		}
		if (this.fault === 'mute' && at !== path) return;
		if (at === path || /^\/(models|limits|readings)/.test(at)) {
			if (this.fault === 'gone' && at !== path) return void incoming.socket.destroy();
			return this.#pass(incoming, outgoing);
		}
		if (this.fault === 'gone') return void incoming.socket.destroy();
		const body: Buffer[] = [];
		for await (const part of incoming) body.push(part as Buffer);
		const found = (id: string) => this.#jobs.get(id);
		const [, kind, id, more, take] = at.split('/');
		if (kind === 'jobs' && !id) {
			if (this.fault === 'busy')
				return this.#problem(outgoing, 429, 'The queue is full.', { 'retry-after': '1' });
			if (this.fault === 'broken') return this.#problem(outgoing, 500, 'Something went wrong.');
			const { key, takes } = JSON.parse(Buffer.concat(body).toString()) as {
				key: string;
				takes: { ref: string; steps: number }[];
			};
			const job = this.#keys.get(key) ?? this.#open(key, takes);
			return this.#json(outgoing, 202, {
				job: job.id,
				takes: job.takes.map(({ id: one, ref }) => ({ ref, take: one }))
			});
		}
		if (kind === 'takes') {
			return this.pictures(id, (status, type, bytes) => {
				outgoing.writeHead(status, { 'content-type': type }).end(bytes);
			});
		}
		const job = found(id);
		if (!job) return this.#problem(outgoing, 404, 'There is no such job.');
		if (incoming.method === 'DELETE') {
			if (more !== 'takes') this.calledBack.add(id);
			for (const one of job.takes)
				if (one.state === 'waiting' && (more !== 'takes' || one.id === take)) {
					one.state = 'cancelled';
					this.#tell(job, 'cancelled', { take: one.id });
				}
			return void outgoing.writeHead(204).end();
		}
		if (more !== 'events')
			return this.#json(outgoing, 200, {
				job: job.id,
				takes: job.takes.map(({ id: one, ref, state }) => ({
					take: one,
					ref,
					state,
					step: 0,
					steps: 1
				}))
			});
		outgoing.writeHead(200, { 'content-type': 'text/event-stream' });
		const after = Number(incoming.headers['last-event-id'] ?? 0);
		for (const event of job.events) if (event.id > after) this.#send(outgoing, event);
		if (job.events.at(-1)?.type === 'end') return void outgoing.end();
		job.listeners.add(outgoing);
		outgoing.on('close', () => job.listeners.delete(outgoing));
	}

	#open(key: string, takes: { ref: string }[]): StubJob {
		const job: StubJob = {
			id: `j${++this.#next}`,
			takes: takes.map(({ ref }) => ({ id: `t${++this.#next}`, ref, state: 'waiting' })),
			events: [],
			listeners: new Set(),
			stopped: false
		};
		this.#jobs.set(job.id, job);
		this.#keys.set(key, job);
		void this.#make(job);
		return job;
	}

	async #make(job: StubJob): Promise<void> {
		for (const [i, take] of job.takes.entries()) {
			if (take.state !== 'waiting') continue;
			this.#tell(job, 'progress', { take: take.id, step: 0, steps: 1 });
			for (let i = 0; i < this.flood; i++)
				this.#tell(job, 'progress', { take: take.id, step: i % 50, steps: 50 });
			await new Promise((done) => setTimeout(done, this.pace));
			if (job.stopped) return;
			if ((take.state as string) !== 'waiting') continue;
			take.state = 'done';
			this.made++;
			this.#tell(job, 'done', {
				take: take.id,
				image: 'x',
				width: 64,
				height: 64,
				seconds: this.pace / 1000,
				credits: 1
			});
			if (this.fault === 'cut' && i % 4 === 3) {
				this.cuts++;
				for (const listener of job.listeners) listener.destroy();
			}
		}
		this.#tell(job, 'end', {});
		for (const listener of job.listeners) listener.end();
	}

	#tell(job: StubJob, type: string, data: Record<string, unknown>): void {
		const event = { id: job.events.length + 1, type, data };
		job.events.push(event);
		for (const listener of job.listeners) this.#send(listener, event);
	}

	#send(listener: ServerResponse, { id, type, data }: StubJob['events'][number]): void {
		listener.write(`id: ${id}\nevent: ${type}\ndata: ${JSON.stringify(data)}\n\n`);
	}

	#json(outgoing: ServerResponse, status: number, body: unknown): void {
		outgoing.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
	}

	#problem(
		outgoing: ServerResponse,
		status: number,
		detail: string,
		headers: Record<string, string> = {}
	): void {
		outgoing
			.writeHead(status, { 'content-type': 'application/problem+json', ...headers })
			.end(JSON.stringify({ title: detail, status, detail }));
	}

	/** Hands a call on to the application behind. */
	#pass(incoming: IncomingMessage, outgoing: ServerResponse): void {
		const { host } = new URL(this.behind);
		const headers = { ...incoming.headers, host, origin: this.behind };
		const onward = request(
			this.behind + incoming.url,
			{ method: incoming.method, headers },
			(answer) => {
				outgoing.writeHead(answer.statusCode ?? 502, answer.headers);
				answer.pipe(outgoing);
			}
		);
		onward.on('error', () => outgoing.destroy());
		incoming.pipe(onward);
	}
}

/** A service of its own for a test. */
export async function withStub(
	behind: string,
	work: (address: string, stub: StubService) => Promise<void>
): Promise<void> {
	const stub = new StubService(behind);
	try {
		await work(await stub.start(), stub);
	} finally {
		await stub.stop();
	}
}
