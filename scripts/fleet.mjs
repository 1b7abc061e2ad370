// A service of several processes on this machine, for trying what happens when some of them fail:
// Redis, web processes, workers, and callers that send takes and follow them.
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { answers, freePort, root } from './steps.mjs';

/** Who may call, and with what. */
export const tokens = { anna: 'a-first-secret', ben: 'a-second-secret', cleo: 'a-third-secret' };
/** @typedef {keyof typeof tokens} Caller */

/** @typedef {{ ref: string, [setting: string]: unknown }} Take */
/** @typedef {{ take: string, image: string, at: number }} Done */

/**
 * A take as the contract has it.
 * @param {number} seed
 * @param {Record<string, unknown>} [change]
 * @returns {Take}
 */
export const takeOf = (seed, change = {}) => ({
	ref: `take-${seed}`,
	model: 'turnstone-2',
	prompt: 'a lighthouse at dusk above a salt marsh',
	negative: '',
	width: 512,
	height: 512,
	guidance: 6,
	steps: 24,
	sampler: 'euler',
	schedule: 'karras',
	seed,
	...change
});

/** Processes of one service, each of which can be ended, stopped or started again. */
export class Fleet {
	#folder = mkdtempSync(join(tmpdir(), 'dial-pick-fleet-'));
	/** @type {Set<import('node:child_process').ChildProcess>} */
	#all = new Set();
	#port = 0;
	/** @type {import('node:child_process').ChildProcess | undefined} */
	redis;

	/**
	 * @param {string} command
	 * @param {string[]} args
	 * @param {Record<string, string | undefined>} [env]
	 */
	#start(command, args, env = {}) {
		const child = spawn(command, args, {
			cwd: root,
			stdio: ['ignore', 'ignore', process.env.FLEET_SAYS ? 'inherit' : 'ignore'],
			env: { ...process.env, DIAL_PICK_LOG: 'silent', ...env }
		});
		this.#all.add(child);
		child.on('exit', () => this.#all.delete(child));
		return child;
	}

	/** Redis on a free port, with its append-only file; started again it finds what it had. */
	async startRedis() {
		this.#port ||= await freePort(0);
		this.redis = this.#start('redis-server', [
			...['--port', String(this.#port), '--bind', '127.0.0.1', '--dir', this.#folder],
			...['--appendonly', 'yes', '--save', '']
		]);
		await wait(400);
	}

	get #queue() {
		return `redis://127.0.0.1:${this.#port}`;
	}

	/**
	 * A web process; without a queue it makes takes itself.
	 * @param {{ queue?: boolean, env?: Record<string, string> }} [how]
	 */
	async startWeb({ queue = true, env = {} } = {}) {
		const port = await freePort(0);
		const child = this.#start(process.execPath, ['scripts/serve.mjs'], {
			HOST: '127.0.0.1',
			PORT: String(port),
			ORIGIN: `http://127.0.0.1:${port}`,
			DIAL_PICK_QUEUE: queue ? this.#queue : '',
			DIAL_PICK_TOKENS: Object.entries(tokens)
				.map((one) => one.join(':'))
				.join(','),
			...env
		});
		const origin = `http://127.0.0.1:${port}`;
		if (!(await answers(`${origin}/healthz`))) throw new Error('A web process does not answer.');
		return { child, origin, at: `${origin}/api/render/v1` };
	}

	/** A worker of one thread. @param {Record<string, string>} [env] */
	startWorker(env = {}) {
		return this.#start(process.execPath, ['build/threads/worker.mjs'], {
			DIAL_PICK_QUEUE: this.#queue,
			DIAL_PICK_THREADS: '1',
			...env
		});
	}

	/** Waits until so many workers are known. @param {string} origin @param {number} count */
	async workers(origin, count) {
		for (let i = 0; i < 200; i++) {
			if ((await figure(origin, 'dial_pick_workers')) === count) return;
			await wait(100);
		}
		throw new Error(`There are not ${count} workers.`);
	}

	async end() {
		for (const child of this.#all) {
			child.kill('SIGCONT');
			child.kill('SIGKILL');
		}
		await wait(100);
		rmSync(this.#folder, { recursive: true, force: true });
	}
}

/** @param {Caller} caller */
const as = (caller) => ({ authorization: `Bearer ${tokens[caller]}` });

/**
 * One of the service's figures, summed over its labels.
 * @param {string} origin
 * @param {string} name
 */
export async function figure(origin, name) {
	const text = await (await fetch(`${origin}/metrics`, { headers: as('anna') })).text();
	return text
		.split('\n')
		.filter((line) => line.startsWith(`${name} `) || line.startsWith(`${name}{`))
		.reduce((sum, line) => sum + Number(line.split(' ').at(-1)), 0);
}

/**
 * Sends a job and gives its id.
 * @param {string} at
 * @param {Take[]} takes
 * @param {Caller} caller
 */
export async function send(at, takes, caller = 'anna', key = randomUUID()) {
	const response = await fetch(`${at}/jobs`, {
		method: 'POST',
		headers: { 'content-type': 'application/json', ...as(caller) },
		body: JSON.stringify({ key, takes })
	});
	if (response.status !== 202)
		throw new Error(`${response.status}: ${await response.text()}`, { cause: response.status });
	const { job } = /** @type {{ job: string }} */ (await response.json());
	return job;
}

/**
 * Follows a job to its end, from one web process and, when that is gone, from the next.
 * @param {string[]} places
 * @param {string} job
 * @param {{ caller?: Caller, onEvent?: (event: { type: string, step: number }, count: number) => unknown }} [how] what is given back by
 * `onEvent` as false ends the connection, which is then opened anew
 */
export async function follow(places, job, { caller = 'anna', onEvent } = {}) {
	/** @type {Map<string, Done[]>} */
	const done = new Map();
	let failed = 0;
	let connections = 0;
	let last = 0;
	for (let i = 0; i < 400; i++) {
		const gone = new AbortController();
		try {
			const response = await fetch(`${places[i % places.length]}/jobs/${job}/events`, {
				headers: { ...as(caller), ...(last ? { 'last-event-id': String(last) } : {}) },
				signal: gone.signal
			});
			if (!response.ok || !response.body) throw new Error(String(response.status));
			connections++;
			let text = '';
			for await (const part of response.body.pipeThrough(new TextDecoderStream())) {
				text += part;
				for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
					const lines = text.slice(0, end).split('\n');
					text = text.slice(end + 2);
					const field = (/** @type {string} */ name) =>
						lines.find((line) => line.startsWith(`${name}: `))?.slice(name.length + 2);
					if (!field('id')) continue;
					last = Number(field('id'));
					const type = field('event');
					const event = { type, ...JSON.parse(field('data') ?? '{}') };
					if (type === 'done') {
						const before = done.get(event.take) ?? [];
						done.set(event.take, [
							...before,
							{ take: event.take, image: event.image, at: Date.now() }
						]);
					}
					if (type === 'failed') failed++;
					if (type === 'end') return { done, failed, connections };
					if (onEvent?.(event, done.size) === false) gone.abort();
				}
			}
		} catch {
			// The connection broke; what is there from the last event on is asked for anew.
		}
		await wait(200);
	}
	throw new Error('The job does not end.');
}

/**
 * A finished picture's bytes.
 * @param {string} at
 * @param {string} take
 * @param {Caller} caller
 */
export async function pictureOf(at, take, caller = 'anna') {
	const response = await fetch(`${at}/takes/${take}/image`, { headers: as(caller) });
	if (!response.ok) throw new Error(`${response.status}: ${await response.text()}`);
	return new Uint8Array(await response.arrayBuffer());
}
